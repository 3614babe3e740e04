using System.Diagnostics;
using System.Globalization;
using Furoshiki.Tests.Shared;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;

namespace Furoshiki.Browser.Tests;

/// <summary>A person at headless Chromium, in front of the application with the demo.</summary>
public sealed class Person : IAsyncLifetime
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(60);
    private const int MostTabs = 120;
    private const int MostSteps = 5;

    public RunningApp App { get; init; } = new();

    private ChromeDriver _browser = null!;
    private bool _isIn;

    /// <summary>The browser, with the first page in it until another is gone to.</summary>
    public ChromeDriver Driver
    {
        get
        {
            if (!_isIn)
            {
                _isIn = true;
                _browser.Navigate().GoToUrl(App.Enter);
                See(App.WithDemo ? "[data-profile='Red Lamp']" : ".first");
            }
            return _browser;
        }
    }

    public async ValueTask InitializeAsync()
    {
        await App.InitializeAsync();
        _browser = Browsers.Take();
        Resize(1280, 800);
    }

    public async ValueTask DisposeAsync()
    {
        Browsers.GiveBack(_browser);
        await App.DisposeAsync();
    }

    public void Resize(int width, int height) =>
        _browser.ExecuteCdpCommand(
            "Emulation.setDeviceMetricsOverride",
            new Dictionary<string, object?>
            {
                ["width"] = width,
                ["height"] = height,
                ["deviceScaleFactor"] = 1,
                ["mobile"] = false,
            }
        );

    /// <summary>Sets the room: "light", "dark", or "forced" for a person's own few colours.</summary>
    public void Room(string room) =>
        _browser.ExecuteCdpCommand(
            "Emulation.setEmulatedMedia",
            new Dictionary<string, object?>
            {
                ["features"] = new[]
                {
                    new Dictionary<string, object>
                    {
                        ["name"] = "prefers-color-scheme",
                        ["value"] = room == "forced" ? "light" : room,
                    },
                    new Dictionary<string, object>
                    {
                        ["name"] = "forced-colors",
                        ["value"] = room == "forced" ? "active" : "none",
                    },
                },
            }
        );

    public void GoTo(string path)
    {
        var address = new Uri(App.Root, path);
        if (!_isIn)
        {
            // The page that one comes in on is not drawn for nobody to look at.
            _isIn = true;
            address = new Uri(address, Enter());
        }
        _browser.Navigate().GoToUrl(address);
    }

    /// <summary>Gives the browser the cookie that an entrance gives.</summary>
    /// <returns>The page's half of the session, as it stands in the address.</returns>
    private string Enter()
    {
        using var client = App.Stranger();
        using var entered = client.GetAsync(App.Enter).GetAwaiter().GetResult();
        var cookie = entered.Headers.GetValues("Set-Cookie").Single().Split(';')[0].Split('=', 2);
        _browser.ExecuteCdpCommand(
            "Network.setCookie",
            new Dictionary<string, object?>
            {
                ["url"] = App.Root.ToString(),
                ["name"] = cookie[0],
                ["value"] = cookie[1],
                ["httpOnly"] = true,
                ["sameSite"] = "Strict",
            }
        );
        return new Uri(App.Root, entered.Headers.Location!).Fragment;
    }

    /// <summary>Waits for something to be true of the page.</summary>
    public T Wait<T>(Func<T?> look, string what)
        where T : class
    {
        var waited = Stopwatch.StartNew();
        while (true)
        {
            try
            {
                if (look() is { } found)
                    return found;
            }
            catch (WebDriverException) when (waited.Elapsed < Patience)
            {
                // The page is between two states.
            }
            if (waited.Elapsed > Patience)
                throw new TimeoutException(
                    $"{what} did not come. The page says: {Driver.FindElement(By.TagName("body")).Text}"
                );
            // To look keeps the page from what it does, so what takes long is looked at seldom.
            Thread.Sleep((int)Math.Min(30 + (waited.ElapsedMilliseconds / 10), 250));
        }
    }

    /// <summary>Waits for an element, and for a text in it.</summary>
    public IWebElement See(string selector, string text = "") =>
        Wait(
            () =>
                (IWebElement?)
                    Driver.ExecuteScript(
                        """
                        const [selector, text] = arguments
                        const words = (one) =>
                          (one.checkVisibility({ visibilityProperty: true }) ? one.innerText ?? one.textContent : '').replaceAll('\u00a0', ' ')
                        // What is written is asked for before what is seen, for which the page has to be laid out.
                        const bare = (words) => words.replaceAll(/\s/g, '').toLowerCase()
                        return [...document.querySelectorAll(selector)].find((one) =>
                          text === '' || (bare(one.textContent).includes(bare(text)) && words(one).includes(text))) ?? null
                        """,
                        selector,
                        text
                    ),
            $"{selector} with '{text}'"
        );

    public void Gone(string selector) =>
        Wait(
            () => Driver.FindElements(By.CssSelector(selector)).Count == 0 ? "gone" : null,
            $"{selector} gone"
        );

    public void Press(string words, string within = "body") =>
        Wait(
            () =>
            {
                var button = (IWebElement?)
                    Driver.ExecuteScript(
                        """
                        const [words, within] = arguments
                        return [...document.querySelectorAll(`:is(${within}) :is(button, a)`)].find((one) =>
                          one.textContent.length >= words.length && one.checkVisibility({ visibilityProperty: true }) && one.innerText.replaceAll('\u00a0', ' ').trim() === words) ?? null
                        """,
                        words,
                        within
                    );
                button?.Click();
                return button;
            },
            $"the button {words}"
        );

    public void PointAt(string selector) =>
        new Actions(Driver).MoveToElement(See(selector)).Perform();

    public void Type(string keys) => new Actions(Driver).SendKeys(keys).Perform();

    /// <summary>Goes on with the Tab key to what has these words.</summary>
    public void TabTo(string words)
    {
        for (var i = 0; i < MostTabs; i++)
        {
            Type(Keys.Tab);
            var focused = (string)
                Driver.ExecuteScript(
                    "const one = document.activeElement; return one.ariaLabel ?? (one.id || one.innerText.trim())"
                )!;
            if (focused == words)
                return;
        }
        throw new TimeoutException($"The Tab key does not lead to {words}.");
    }

    /// <summary>Whether what has the focus is within such an element.</summary>
    public bool Focused(string selector) =>
        (bool)
            Driver.ExecuteScript(
                "return document.activeElement.closest(arguments[0]) !== null",
                selector
            )!;

    /// <summary>
    /// Goes on or back with the Tab key to something. Where that is far, the focus is put a few steps before it: that every step leads on
    /// is held by those tests that go the whole way.
    /// </summary>
    public void TabTo(IWebElement element)
    {
        for (var i = 0; i < MostTabs; i++)
        {
            var away = (long)
                Driver.ExecuteScript(
                    """
                    const to = arguments[0]
                    const at = document.activeElement
                    if (at === to) return 0
                    const all = [...document.querySelectorAll('a[href], button:enabled, input:enabled, select, textarea, summary, [tabindex]')]
                      .filter((one) => one.tabIndex >= 0 && (one === at || one.checkVisibility({ visibilityProperty: true })))
                    const passed = all.filter((one) => at.compareDocumentPosition(one) & Node.DOCUMENT_POSITION_PRECEDING).length
                    const away = all.indexOf(to) - passed
                    const steps = arguments[1]
                    const nearer = all[all.indexOf(to) - Math.sign(away) * steps]
                    if (Math.abs(away) > steps && nearer) {
                      nearer.focus()
                      if (document.activeElement === nearer) return Math.sign(away) * steps
                    }
                    return away >= 0 && !all.includes(at) ? away + 1 : away
                    """,
                    element,
                    MostSteps
                )!;
            if (away == 0)
                return;
            var tabs = string.Concat(Enumerable.Repeat(Keys.Tab, (int)Math.Abs(away)));
            if (away > 0)
                Type(tabs);
            else
                new Actions(Driver).KeyDown(Keys.Shift).SendKeys(tabs).KeyUp(Keys.Shift).Perform();
        }
        throw new TimeoutException(
            $"The Tab key does not lead to {element.GetAttribute("outerHTML")}."
        );
    }

    /// <summary>Reaches something by Tab and presses it with Enter.</summary>
    public void PressByKeys(string words)
    {
        TabTo(words);
        Type(Keys.Enter);
    }

    /// <summary>What axe-core finds on the page against WCAG 2.2 A and AA.</summary>
    public IReadOnlyList<string> Violations()
    {
        Driver.ExecuteScript(
            File.ReadAllText(Path.Combine(AppContext.BaseDirectory, "axe.min.js"))
        );
        var found =
            (IReadOnlyList<object>)
                Driver.ExecuteAsyncScript(
                    """
                    const done = arguments[arguments.length - 1]
                    axe.run({ runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] }).then((result) =>
                      done(result.violations.flatMap((one) => one.nodes.map((node) => `${one.id}: ${node.html.slice(0, 160)} ${node.failureSummary}`))))
                    """
                )!;
        return [.. found.Select(one => Convert.ToString(one, CultureInfo.InvariantCulture)!)];
    }

    /// <summary>What a person could not reach: controls beyond the sides of the window, and what makes it wider than it is.</summary>
    public IReadOnlyList<string> OutOfReach()
    {
        var found =
            (IReadOnlyList<object>)
                Driver.ExecuteScript(
                    """
                    const page = document.querySelector('#page')
                    const wide = [document.documentElement, page].filter((one) => one.scrollWidth > one.clientWidth)
                    const seen = (one) => one.getClientRects().length > 0 && !one.closest('.unseen, .skip')
                    const beyond = ({ left, right }) => right > innerWidth + 1 || left < -1
                    const out = [...document.querySelectorAll('a, button, input, textarea, summary')]
                      .filter((one) => seen(one) && beyond(one.getBoundingClientRect()))
                    return [...wide, ...out].map((one) => one.outerHTML.slice(0, 120))
                    """
                )!;
        return [.. found.Select(one => (string)one)];
    }

    /// <summary>The words of what has the focus.</summary>
    public string Focus => Driver.SwitchTo().ActiveElement().TagName;
}
