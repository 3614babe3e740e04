using System.Collections.Concurrent;
using OpenQA.Selenium.Chrome;

[assembly: AssemblyFixture(typeof(Furoshiki.Browser.Tests.Browsers))]

namespace Furoshiki.Browser.Tests;

/// <summary>
/// The headless browsers that the tests work with, one for each that runs at once. Every application has a name and a port of its own, so
/// nothing that one has left in a browser is seen by the next.
/// </summary>
public sealed class Browsers : IDisposable
{
    private static readonly ConcurrentBag<ChromeDriver> Idle = [];

    /// <summary>Ends them, after the last test.</summary>
    public void Dispose()
    {
        foreach (var driver in Idle)
            driver.Dispose();
    }

    /// <summary>A browser with one empty tab.</summary>
    public static ChromeDriver Take() => Idle.TryTake(out var driver) ? driver : Start();

    /// <summary>Closes all that is open in a browser, and keeps it for the next.</summary>
    public static void GiveBack(ChromeDriver driver)
    {
        // The first tab stays: one that is opened later is in the background, and has less of the processor.
        var open = driver.WindowHandles;
        foreach (var tab in open.Skip(1))
            driver.SwitchTo().Window(tab).Close();
        driver.SwitchTo().Window(open[0]);
        driver.Navigate().GoToUrl("about:blank");
        driver.ExecuteCdpCommand(
            "Emulation.setEmulatedMedia",
            new Dictionary<string, object?> { ["features"] = Array.Empty<object>() }
        );
        Idle.Add(driver);
    }

    private static ChromeDriver Start()
    {
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-quic",
            "--disable-dev-shm-usage",
            "--no-first-run",
            "--disable-background-networking",
            "--disable-component-update",
            "--disable-sync",
            "--hide-scrollbars",
            "--force-prefers-reduced-motion"
        );
        return new ChromeDriver(
            ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver"),
            options
        );
    }
}
