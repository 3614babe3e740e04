using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;

namespace Furoshiki.Bench;

/// <summary>What a person waits for in headless Chromium: a slider or a divider that is dragged with the picture following, and a comparison.</summary>
internal sealed class InBrowser : IDisposable
{
    private const int Reach = 40;
    private static readonly TimeSpan Settled = TimeSpan.FromSeconds(3);
    private static readonly TimeSpan Pause = TimeSpan.FromMilliseconds(60);

    private readonly ChromeDriver _driver;
    private readonly Uri _entrance;

    /// <summary>Starts a browser and lets it in.</summary>
    /// <param name="entrance">The address that lets a browser in.</param>
    public InBrowser(Uri entrance)
    {
        _entrance = entrance;
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless",
            "--no-sandbox",
            "--disable-gpu",
            "--disable-dev-shm-usage",
            "--window-size=1280,900"
        );
        _driver = new ChromeDriver(
            ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver"),
            options
        );
        _driver.Manage().Timeouts().ImplicitWait = TimeSpan.FromSeconds(20);
        _driver.Navigate().GoToUrl(entrance);
    }

    /// <summary>Opens a page with a slider that something follows.</summary>
    /// <param name="page">Its address.</param>
    /// <param name="slider">Where the slider stands.</param>
    /// <param name="follower">Where what follows it stands.</param>
    private void Open(string page, string slider, string follower)
    {
        _driver.Navigate().GoToUrl(new Uri(_entrance, page));
        _driver.FindElement(By.CssSelector($"{follower} svg [data-kind]"));
        _driver.FindElement(By.CssSelector(slider));
        // Until all that comes later has moved what stands below it.
        Thread.Sleep(Settled);
        _driver.ExecuteScript(
            """
            const slider = document.querySelector(arguments[0])
            const times = (window.times = [])
            let moved
            slider.addEventListener('pointermove', (event) => (moved = event.timeStamp), true)
            // After the frame in which it is drawn the browser comes to its messages.
            const drawn = () => requestAnimationFrame(() => {
              const { port1, port2 } = new MessageChannel()
              port1.onmessage = () => {
                if (moved) times.push(performance.now() - moved)
                moved = undefined
              }
              port2.postMessage(0)
            })
            new MutationObserver(drawn).observe(document.querySelector(arguments[1]), { subtree: true, childList: true, attributes: true })
            """,
            slider,
            follower
        );
    }

    /// <summary>Drags the slider of a fitting to and fro.</summary>
    /// <param name="moves">How many times it is moved a little.</param>
    /// <inheritdoc cref="Drag(string, string, string, int)" path="/returns"/>
    public IReadOnlyList<double> Drag(int moves) =>
        Drag(
            "/fittings/1?part=panels",
            "[data-setting='main/thickness'] input[type=range]",
            ".look .screens",
            moves
        );

    /// <summary>Drags the divider between two looks that are laid over each other to and fro.</summary>
    /// <param name="looks">The looks, as they stand in an address.</param>
    /// <param name="moves">How many times it is moved a little.</param>
    /// <inheritdoc cref="Drag(string, string, string, int)" path="/returns"/>
    public IReadOnlyList<double> Divide(string looks, int moves) =>
        Drag($"/compare?{looks}&pictures=over", "input.divider", ".stage", moves);

    /// <summary>Drags a slider to and fro.</summary>
    /// <param name="page">The page that it is on.</param>
    /// <param name="slider">Where it stands.</param>
    /// <param name="follower">Where what follows it stands.</param>
    /// <param name="moves">How many times it is moved a little.</param>
    /// <returns>How long each took in ms, from the movement of the pointer until the picture that it leads to was painted; shortest first.</returns>
    private IReadOnlyList<double> Drag(string page, string slider, string follower, int moves)
    {
        Open(page, slider, follower);
        var dragged = _driver.FindElement(By.CssSelector(slider));
        var (x, y) = (
            dragged.Location.X + dragged.Size.Width / 2,
            dragged.Location.Y + dragged.Size.Height / 2
        );
        Mouse("mouseMoved", x, y);
        Mouse("mousePressed", x, y);
        for (var i = 0; i < moves; i++)
        {
            var away = i % (2 * Reach);
            Mouse("mouseMoved", x + Math.Min(away, 2 * Reach - away), y);
            Thread.Sleep(Pause);
        }
        Mouse("mouseReleased", x, y);
        var times = (IReadOnlyCollection<object>)_driver.ExecuteScript("return window.times")!;
        return [.. times.Select(one => Convert.ToDouble(one, null)).Order()];
    }

    /// <summary>Compares a line-up by its key.</summary>
    /// <param name="looks">The looks in it, as they stand in an address.</param>
    /// <param name="times">How many times; the first only makes the looks known.</param>
    /// <returns>How long each took in ms, from the key until the table with its samples and all pictures was painted; shortest first.</returns>
    public IReadOnlyList<double> Compare(string looks, int times)
    {
        var all = new List<double>();
        _driver.Navigate().GoToUrl(new Uri(_entrance, $"/?lineup={looks}"));
        for (var i = 0; i <= times; i++)
        {
            _driver.FindElement(By.CssSelector(".cards svg, [data-profile] svg"));
            Thread.Sleep(Settled);
            var took = Convert.ToDouble(
                _driver.ExecuteAsyncScript(
                    """
                    const done = arguments[0]
                    const begun = performance.now()
                    document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'x', bubbles: true }))
                    const stands = () =>
                      document.querySelectorAll('.sides section svg').length >= 4 && document.querySelector('[data-part="icons"] img')
                    const look = () =>
                      requestAnimationFrame(() => {
                        if (!stands()) return look()
                        const { port1, port2 } = new MessageChannel()
                        port1.onmessage = () => done(performance.now() - begun)
                        port2.postMessage(0)
                      })
                    look()
                    """
                ),
                null
            );
            if (i > 0)
                all.Add(took);
            _driver.Navigate().Back();
        }
        return [.. all.Order()];
    }

    private void Mouse(string type, int x, int y) =>
        _driver.ExecuteCdpCommand(
            "Input.dispatchMouseEvent",
            new Dictionary<string, object?>
            {
                ["type"] = type,
                ["x"] = x,
                ["y"] = y,
                ["button"] = "left",
                ["buttons"] = 1,
                ["clickCount"] = 1,
            }
        );

    public void Dispose() => _driver.Dispose();
}
