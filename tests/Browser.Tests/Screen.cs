using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;
using System.Text.Json;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;
using SturdyTinker.Demo;
using Xunit;

namespace SturdyTinker.Browser.Tests;

/// <summary>
/// A real Chromium of a certain size, with what a person does at it. Browsers are kept from test to test; each test is
/// at an address, and so in a session, of its own.
/// </summary>
public sealed class Screen : IDisposable
{
    // How long anybody waits for what never comes: a busy machine is slow, and waiting costs nothing where all is well.
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(60);
    private static readonly ConcurrentBag<ChromeDriver> Idle = [];
    private readonly ChromeDriver driver;
    private readonly string address;

    static Screen() => AppDomain.CurrentDomain.ProcessExit += (_, _) =>
    {
        foreach (ChromeDriver one in Idle)
        {
            one.Quit();
            one.Dispose();
        }
    };

    /// <summary>A screen at a shop, at which the owner is signed in where there is one.</summary>
    /// <param name="shop">The shop.</param>
    /// <param name="width">How wide it is, px.</param>
    /// <param name="height">How high it is, px.</param>
    /// <param name="named">Whether the machine is called by its name: passkeys belong to names, not to numbers.</param>
    public Screen(RunningShop shop, int width = 1280, int height = 800, bool named = false)
    {
        address = named
            ? shop.Address.Replace("127.0.0.1", "localhost", StringComparison.Ordinal)
            : shop.Address;
        driver = Idle.TryTake(out ChromeDriver? idle) ? idle : Opened();
        Resize(width, height);
        if (shop.Key is { } key)
        {
            WorkAs(key);
        }
    }

    /// <summary>Makes the screen another one: a tablet of a technician, a telephone.</summary>
    public void Resize(int width, int height) =>
        driver.ExecuteCdpCommand(
            "Emulation.setDeviceMetricsOverride",
            new Dictionary<string, object?>
            {
                ["width"] = width,
                ["height"] = height,
                ["deviceScaleFactor"] = 1,
                ["mobile"] = width < 600
            });

    // Chromium without a window at all, where Debian's package of it is there: the tabs and bars of a browser that
    // nobody sees
    // take a sixth of what the pages take.
    private const string Bare = "/usr/lib/chromium/chromium-headless-shell";

    private static readonly string[] Flags =
    [
        "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync", "--disable-dev-shm-usage", "--disable-features=BackForwardCache", "--lang=en",
    ];

    private static ChromeDriver Opened()
    {
        string profile = Directory.CreateTempSubdirectory("tinker-chromium-").FullName;
        ChromeOptions options = File.Exists(Bare)
            ? new() { DebuggerAddress = StartBare(profile) }
            : new() { BinaryLocation = "/usr/bin/chromium" };
        if (options.DebuggerAddress is null)
        {
            options.AddArguments([.. Flags, "--headless=new", $"--user-data-dir={profile}"]);
        }

        AppDomain.CurrentDomain.ProcessExit += (_, _) =>
        {
            try
            {
                Directory.Delete(profile, recursive: true);
            }
            catch (IOException)
            {
                // The browser may still be letting go of a file; the folder is a temporary one.
            }
        };
        ChromeDriverService service = ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver");
        service.SuppressInitialDiagnosticInformation = true;
        return new ChromeDriver(service, options);
    }

    // The driver cannot start it, for it opens no page by itself; it can be led to one that stands: host:port.
    private static string StartBare(string profile)
    {
        string[] asItsDriverWould =
        [
            "--allow-pre-commit-input", "--disable-background-timer-throttling",
            "--disable-backgrounding-occluded-windows", "--disable-hang-monitor",
            "--disable-popup-blocking", "--enable-automation", "--test-type=webdriver", "--remote-debugging-port=0",
            $"--user-data-dir={profile}", "about:blank",
        ];
        Process shell = Process.Start(new ProcessStartInfo(Bare, [.. Flags, .. asItsDriverWould])
        {
            RedirectStandardError = true
        })!;
        AppDomain.CurrentDomain.ProcessExit += (_, _) => shell.Kill(entireProcessTree: true);
        const string Listening = "DevTools listening on ";
        for (string? line = shell.StandardError.ReadLine(); line is not null; line = shell.StandardError.ReadLine())
        {
            if (line.StartsWith(Listening, StringComparison.Ordinal))
            {
                // What else it says is read, so that it never waits to say it.
                _ = shell.StandardError.BaseStream.CopyToAsync(Stream.Null);
                return new Uri(line[Listening.Length..]).Authority;
            }
        }

        throw new InvalidOperationException("Chromium did not start.");
    }

    /// <summary>
    /// The demo shop, and a screen of the first person who works there; it has not opened on any page yet.
    /// </summary>
    public static async Task<(RunningShop Shop, Screen Screen)> OnTheDemoAsync(
        int width = 1280,
        int height = 800,
        bool killable = false)
    {
        RunningShop shop = await RunningShop.DemoAsync(killable: killable);
        Screen screen = new(shop, width, height);
        return (shop, screen);
    }

    public string Path => new Uri(driver.Url).AbsolutePath;

    public string Address => driver.Url;

    /// <summary>Goes to an address as a person would who typed it, and waits until it has settled.</summary>
    public void Open(string path)
    {
        driver.Navigate().GoToUrl(address + path);
        Find("main");
        Settled();
    }

    /// <summary>
    /// Goes to an address as by a link within the page, which is quicker than opening it anew; what was read before may
    /// show at first.
    /// </summary>
    public void Follow(string path)
    {
        Run("history.pushState(null, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate'));", path);
        Find("main");
        Settled();
    }

    private void Settled() =>
        WaitUntil(() => (bool)Run("return !document.querySelector('main[aria-busy=true]')")!, "the page to settle");

    /// <summary>Makes this screen one at which somebody is signed in.</summary>
    /// <param name="key">What a browser keeps of the session: "name=value".</param>
    public void WorkAs(string key)
    {
        string[] parts = key.Split('=');
        driver.ExecuteCdpCommand(
            "Network.setCookie",
            new Dictionary<string, object?>
            {
                ["url"] = address,
                ["name"] = parts[0],
                ["value"] = parts[1],
                ["httpOnly"] = true,
                ["sameSite"] = "Strict"
            });
    }

    /// <summary>Signs out whoever is signed in at this screen.</summary>
    public void WorkAsNobody() => driver.ExecuteCdpCommand("Network.clearBrowserCookies", []);

    /// <summary>Puts an authenticator at the machine that says yes to everything; it goes when disposed of.</summary>
    public IDisposable WithAuthenticator()
    {
        driver.ExecuteCdpCommand("WebAuthn.enable", []);
        Dictionary<string, object> made = (Dictionary<string, object>)driver.ExecuteCdpCommand(
            "WebAuthn.addVirtualAuthenticator",
            new Dictionary<string, object?>
            {
                ["options"] = new Dictionary<string, object>
                {
                    ["protocol"] = "ctap2",
                    ["transport"] = "internal",
                    ["hasResidentKey"] = true,
                    ["hasUserVerification"] = true,
                    ["isUserVerified"] = true,
                    ["automaticPresenceSimulation"] = true
                }
            })!;
        return new Authenticator(driver, made["authenticatorId"]);
    }

    private sealed class Authenticator(ChromeDriver driver, object id) : IDisposable
    {
        public void Dispose()
        {
            driver.ExecuteCdpCommand(
                "WebAuthn.removeVirtualAuthenticator",
                new Dictionary<string, object?> { ["authenticatorId"] = id });
            driver.ExecuteCdpCommand("WebAuthn.disable", []);
        }
    }

    /// <summary>Gives the secret that is asked for, as whoever is signed in.</summary>
    public void Sign()
    {
        Sees("Sign this with your secret");
        Accessible();
        Field("Your secret").SendKeys(DemoAccess.Secret + Keys.Enter);
    }

    /// <summary>The first visible element, waited for.</summary>
    public IWebElement Find(string css) => Wait(() => Seen("document.querySelectorAll(arguments[0])", "", css), css);

    /// <summary>
    /// The words of the first visible element, waited for; read again when it is drawn anew meanwhile.
    /// </summary>
    public string TextOf(string css) =>
        Wait(
            () => (string?)Run(
                $"{Visible} return [...document.querySelectorAll(arguments[0])].find(visible)?.innerText?.trim() "
                    + "?? null",
                css),
            css);

    /// <summary>A button, link, label or option with these words, waited for.</summary>
    public IWebElement Words(string words) =>
        Wait(
            () => Seen(AtPath(
                "//*[self::button or self::a or self::summary or self::label or "
                    + "self::option or @role='tab'][contains(normalize-space(.), {0})]",
                words)),
            words);

    /// <summary>Clicks what has these words; looked for again when it is drawn anew just then.</summary>
    public void Click(string words) => WaitUntil(
        () =>
        {
            Words(words).Click();
            return true;
        },
        words);

    /// <summary>The button with these words and no others, waited for.</summary>
    /// <param name="words">All of its words.</param>
    /// <param name="last">The last one of those there are, not the first.</param>
    public IWebElement Button(string words, bool last = false) =>
        Wait(() => Seen(AtPath("//button[normalize-space(.)={0}]", words) + (last ? ".reverse()" : "")), words);

    /// <summary>The field that a label with these words belongs to.</summary>
    public IWebElement Field(string label) =>
        Wait(() => Seen(AtPath("//label[contains(normalize-space(.), {0})]", label), "?.control"), label);

    /// <summary>Waits until the screen says something.</summary>
    public void Sees(string text) =>
        WaitUntil(() => Text.Contains(text, StringComparison.Ordinal), $"“{text}” on {Path}");

    /// <summary>All that the screen says.</summary>
    public string Text => (string)Run("return document.body.innerText")!;

    public IReadOnlyCollection<IWebElement> All(string css) => driver.FindElements(By.CssSelector(css));

    /// <summary>Presses keys wherever the keyboard is.</summary>
    public void Press(params string[] keys)
    {
        Actions actions = new(driver);
        foreach (string key in keys)
        {
            actions.SendKeys(key);
        }

        actions.Perform();
    }

    /// <summary>Picks out everything in the field the keyboard stands in, so that the next keys replace it.</summary>
    public void PickAll() => new Actions(driver).KeyDown(Keys.Control).SendKeys("a").KeyUp(Keys.Control).Perform();

    /// <summary>
    /// Walks with the tab key until the keyboard stands on an element that answers to a test, as somebody without a
    /// mouse does.
    /// </summary>
    public void TabTo(string what, Func<IWebElement, bool> wanted, int most = 80)
    {
        for (int i = 0; i < most; i++)
        {
            try
            {
                if (wanted(driver.SwitchTo().ActiveElement()))
                {
                    return;
                }
            }
            catch (StaleElementReferenceException)
            {
                // Drawn anew while we looked: where the keyboard stands is asked again.
                continue;
            }

            Press(Keys.Tab);
        }

        throw new InvalidOperationException($"The tab key never came to {what} on {Path}.");
    }

    public void TabToWords(string words) =>
        TabTo(
            words,
            e => (e.TagName is "a" or "button" or "summary" || e.GetAttribute("role") == "tab")
                && (e.Text.Contains(words, StringComparison.Ordinal)
                    || (e.GetAttribute("aria-label") ?? "").Contains(words, StringComparison.Ordinal)));

    /// <summary>
    /// Walks to a row of tabs with the tab key, along it by its arrows to the one with these words, and opens it.
    /// </summary>
    public void TabToTab(string words)
    {
        TabTo("a row of tabs", e => e.GetAttribute("role") == "tab");
        for (int i = 0; !driver.SwitchTo().ActiveElement().Text.Contains(words, StringComparison.Ordinal); i++)
        {
            Assert.True(i < 20, $"The arrows never came to the tab {words}.");
            Press(Keys.ArrowRight);
        }

        Press(Keys.Enter);
    }

    public void TabToField(string label)
    {
        IWebElement field = Field(label);
        TabTo(label, e => e.Equals(field));
    }

    public void TabToChoice(string label)
    {
        IWebElement choice = Choice(label);
        TabTo(label, e => e.Equals(choice));
    }

    /// <summary>Touches the middle of an element, having made sure that a finger can hit it.</summary>
    public void Touch(IWebElement target, int least = 24)
    {
        Run("arguments[0].scrollIntoView({block: 'center'})", target);
        System.Drawing.Size size = target.Size;
        Assert.True(
            size.Width >= least && size.Height >= least,
            $"“{target.Text}{target.GetAttribute("aria-label")}” is {size.Width} × {size.Height}, smaller than "
                + $"{least}.");
        target.Click();
    }

    /// <summary>
    /// Taps a button until what it leads to stands there: on a page that is still coming in, what arrives late can push
    /// it away from under the finger, and then it is tapped again, as anybody would.
    /// </summary>
    public void TouchFor(string words, string comes) => WaitUntil(
        () =>
        {
            if (Text.Contains(comes, StringComparison.Ordinal))
            {
                return true;
            }

            if (Seen(AtPath("//button[normalize-space(.) = {0}]", words)) is { } button)
            {
                Touch(button, 44);
            }

            return Text.Contains(comes, StringComparison.Ordinal);
        },
        comes);

    /// <summary>
    /// Taps the button that settles a step, each time as a tap of its own however quickly one comes after another. What
    /// arrives late can push the button away from under the finger: then it is tapped again, as anybody would. A tap
    /// that
    /// reached a button drawn anew meanwhile counts, so that no step is passed over by a second one.
    /// </summary>
    public void Done() => WaitUntil(
        () =>
        {
            IWebElement button = Words("Done, next");
            IDictionary<string, object> box = (IDictionary<string, object>)Run(
                "const b = arguments[0]; b.scrollIntoView({ block: 'center' }); window.tapped = false;"
                + "window.listening ??= document.addEventListener('click', e => (window.tapped ||= "
                + "e.target.closest('button')?.textContent === 'Done, next'), true) ?? true;"
                + "const { x, y, width, height } = b.getBoundingClientRect(); return { x: Math.round(x + width / 2), "
                + "y: Math.round(y + height / 2), width: Math.round(width), height: Math.round(height) }",
                button)!;
            int Of(string what) => (int)(long)box[what];
            Assert.True(Of("width") >= 44 && Of("height") >= 44, "“Done, next” is smaller than a finger.");
            Tap(Of("x"), Of("y"), count: 1);
            return (bool)Run("return window.tapped")!;
        },
        "the tap to reach “Done, next”");

    /// <summary>Types a day into the first field for one: month, day and year, as its parts ask for them.</summary>
    public void PickDay(int daysFromNow)
    {
        Find("[role=spinbutton]").Click();
        Press(RunningShop.Today.AddDays(daysFromNow).ToString("MMddyyyy", CultureInfo.InvariantCulture));
    }

    /// <summary>A choice of one from a list, by its label: the button that says what is picked.</summary>
    public IWebElement Choice(string label) => Wait(
        () => (IWebElement?)Run(
            $"{Visible} const said = b => [b.ariaLabel ?? '', ...(b.getAttribute('aria-labelledby') ?? '').split(' ')"
                + ".map(id => document.getElementById(id)?.innerText ?? '')].join(' '); return "
                + "[...document.querySelectorAll('button[aria-haspopup=listbox]')]"
                + ".find(b => visible(b) && said(b).includes(arguments[0])) ?? null",
            label),
        label);

    /// <summary>Picks from a choice what has these words among its own.</summary>
    public void Choose(string label, string words)
    {
        WaitUntil(
            () =>
            {
                if (All("[role=listbox]").Count == 0)
                {
                    Choice(label).Click();
                }

                return All("[role=listbox] [role=option]").Count > 0;
            },
            $"what {label} offers");
        WaitUntil(
            () =>
            {
                if (All("[role=option]").FirstOrDefault(
                    o => o.Text.Contains(words, StringComparison.Ordinal)) is { } it)
                {
                    it.Click();
                }

                return All("[role=listbox]").Count == 0;
            },
            $"{words} among what {label} offers");
    }

    /// <summary>
    /// A press and a release at a point, counted by the browser as the first or second of a double one.
    /// </summary>
    public void Tap(int x, int y, int count)
    {
        foreach (string type in new[] { "mousePressed", "mouseReleased" })
        {
            driver.ExecuteCdpCommand(
                "Input.dispatchMouseEvent",
                new Dictionary<string, object?>
                {
                    ["type"] = type,
                    ["x"] = x,
                    ["y"] = y,
                    ["button"] = "left",
                    ["clickCount"] = count
                });
        }
    }

    /// <summary>
    /// Drags the middle of an element sideways, as with a mouse, in steps; the button is let go only when told.
    /// </summary>
    public void Drag(IWebElement what, int right, bool letGo = true)
    {
        Actions actions = new Actions(driver).MoveToElement(what).ClickAndHold();
        for (int step = 1; step <= 4; step++)
        {
            actions.MoveByOffset(right / 4, 0);
        }

        (letGo ? actions.Release() : actions).Perform();
    }

    /// <summary>Lets the mouse button go.</summary>
    public void LetGo() => new Actions(driver).Release().Perform();

    /// <summary>Enter held down so long that the keyboard repeats it, every 40 milliseconds.</summary>
    public void HoldEnter(int repeats)
    {
        for (int i = 0; i <= repeats; i++)
        {
            driver.ExecuteCdpCommand(
                "Input.dispatchKeyEvent",
                new Dictionary<string, object?>
                {
                    ["type"] = "keyDown",
                    ["key"] = "Enter",
                    ["code"] = "Enter",
                    ["windowsVirtualKeyCode"] = 13,
                    ["text"] = "\r",
                    ["autoRepeat"] = i > 0
                });
            Thread.Sleep(40);
        }

        driver.ExecuteCdpCommand(
            "Input.dispatchKeyEvent",
            new Dictionary<string, object?>
            {
                ["type"] = "keyUp",
                ["key"] = "Enter",
                ["code"] = "Enter",
                ["windowsVirtualKeyCode"] = 13
            });
    }

    /// <summary>Fails when the page is wider than the screen.</summary>
    public void FitsItsWidth() =>
        Assert.True(
            (bool)Run("return document.documentElement.scrollWidth <= window.innerWidth + 1")!,
            $"{Path} is wider than the screen.");

    /// <summary>
    /// Fails where something that can be touched lies over something else that can be: by more than a quarter of the
    /// smaller one. What belongs together, such as a field and the button within it, may.
    /// </summary>
    public void NothingCovered()
    {
        string[] covered = JsonSerializer.Deserialize<string[]>((string)Run(Covered)!)!;
        Assert.True(covered.Length == 0, $"{Path}: {string.Join("\n", covered)}");
    }

    private const string Covered = """
        const seen = e => {
          const ways = { opacityProperty: true, visibilityProperty: true, contentVisibilityAuto: true };
          if (!e.checkVisibility(ways)) return null;
          if (getComputedStyle(e).pointerEvents === "none") return null;
          let { left, top, right, bottom } = e.getBoundingClientRect();
          for (let p = e.parentElement; p; p = p.parentElement) {
            const { overflowX, overflowY } = getComputedStyle(p);
            if (overflowX === "visible" && overflowY === "visible") continue;
            const c = p.getBoundingClientRect();
            left = Math.max(left, c.left); right = Math.min(right, c.right);
            top = Math.max(top, c.top); bottom = Math.min(bottom, c.bottom);
          }
          return right - left > 2 && bottom - top > 2 ? { left, top, right, bottom } : null;
        };
        const name = e => (e.textContent || e.getAttribute("aria-label") || e.outerHTML).trim().slice(0, 40);
        const all = [...document.querySelectorAll("main button, main a[href], main input, main [role=tab]")]
          .map(e => [e, seen(e)]).filter(([, box]) => box);
        const found = [];
        all.forEach(([a, p], i) => all.slice(i + 1).forEach(([b, q]) => {
          if (a.contains(b) || b.contains(a) || a.parentElement === b.parentElement && a.matches("input")) return;
          const wide = Math.min(p.right, q.right) - Math.max(p.left, q.left);
          const high = Math.min(p.bottom, q.bottom) - Math.max(p.top, q.top);
          const area = r => (r.right - r.left) * (r.bottom - r.top);
          if (wide > 0 && high > 0 && wide * high > Math.min(area(p), area(q)) / 4)
            found.push(`“${name(a)}” and “${name(b)}” lie over each other`);
        }));
        return JSON.stringify(found.slice(0, 5));
        """;

    /// <summary>
    /// How much what stands on the page has jumped about while it came, as browsers reckon it (Layout Instability API):
    /// 0 for not at all. Counted from <see cref="CountJumps"/> on, for each page that is opened anew.
    /// </summary>
    public double Jumped => Convert.ToDouble(Run("return window.jumped ?? -1"), CultureInfo.InvariantCulture);

    /// <summary>Counts from now on how much each page jumps about while it comes.</summary>
    public void CountJumps() =>
        driver.ExecuteCdpCommand(
            "Page.addScriptToEvaluateOnNewDocument",
            new Dictionary<string, object?>
            {
                ["source"] = "window.jumped = 0; new PerformanceObserver(l => { for (const e of l.getEntries()) "
                    + "if (!e.hadRecentInput) window.jumped += e.value; }).observe({ type: 'layout-shift', "
                    + "buffered: true });"
            });

    /// <summary>Fails on anything that axe-core finds.</summary>
    public void Accessible()
    {
        Run($"if (!window.axe) {{ {RunningShop.Axe};window.axe = axe; }}");
        string found = (string)driver.ExecuteAsyncScript(
            "const done = arguments[0]; axe.run(document).then(r => done(JSON.stringify(r.violations.map(v => v.id + "
                + "': ' + v.help + ' ' "
            + "+ v.nodes.slice(0, 3).map(n => n.html + ' ' + n.failureSummary).join(' | ')))), e => "
            + "done(JSON.stringify([String(e)])))")!;
        string[] violations = JsonSerializer.Deserialize<string[]>(found)!;
        Assert.True(violations.Length == 0, $"{Path}: {string.Join("\n", violations)}");
    }

    /// <summary>The page as it is printed, in the ink of day or night, whichever is shown: a PDF.</summary>
    /// <param name="width">The paper's width, inches.</param>
    /// <param name="height">Its height, inches.</param>
    public byte[] Printed(double width, double height) => Convert.FromBase64String(
        (string)((Dictionary<string, object?>)driver.ExecuteCdpCommand(
            "Page.printToPDF",
            new Dictionary<string, object?>
            {
                ["paperWidth"] = width,
                ["paperHeight"] = height,

                // Without it Chromium darkens light ink by itself, which not every browser does.
                ["printBackground"] = true
            })!)["data"]!);

    public object? Run(string script, params object[] arguments) => driver.ExecuteScript(script, arguments);

    public void WaitUntil(Func<bool> holds, string what) => Wait(() => holds() ? "" : null, what);

    public void Dispose()
    {
        // What the test left behind goes with its address; a key or a button held down is let go.
        new Actions(driver).KeyUp(Keys.Control).Perform();
        driver.ResetInputState();
        driver.ExecuteCdpCommand(
            "Storage.clearDataForOrigin",
            new Dictionary<string, object?> { ["origin"] = address, ["storageTypes"] = "all" });

        // A tab left behind goes on asking a server that is gone: it is closed, and the next test gets a new one.
        string old = driver.CurrentWindowHandle;
        driver.SwitchTo().NewWindow(WindowType.Tab);
        string fresh = driver.CurrentWindowHandle;
        driver.SwitchTo().Window(old).Close();
        driver.SwitchTo().Window(fresh);
        Idle.Add(driver);
    }

    // Whether somebody sees an element. The driver's own answer takes the page many times longer; an option is seen
    // with its list.
    private const string Visible =
        "const visible = e => e.tagName === 'OPTION' ? visible(e.closest('select')) : "
        + "e.checkVisibility({ opacityProperty: true, visibilityProperty: true }) && e.getClientRects().length > 0;";

    // The first visible one of some elements, or what it leads to.
    private IWebElement? Seen(string elements, string then = "", params object[] arguments) =>
        (IWebElement?)Run($"{Visible} return [...{elements}].find(visible){then} ?? null", arguments);

    // The elements at an XPath about some words.
    private static string AtPath(string xpath, string words)
    {
        string path = JsonSerializer.Serialize(string.Format(CultureInfo.InvariantCulture, xpath, Quote(words)));
        return "(r => Array.from({ length: r.snapshotLength }, (_, i) => r.snapshotItem(i)))"
            + $"(document.evaluate({path}, document, null, XPathResult.ORDERED_NODE_SNAPSHOT_TYPE))";
    }

    private T Wait<T>(Func<T?> look, string what)
        where T : class
    {
        DateTime end = DateTime.UtcNow + Patience;
        while (true)
        {
            try
            {
                if (look() is { } found)
                {
                    return found;
                }
            }
            catch (StaleElementReferenceException)
            {
                // Drawn anew while we looked.
            }

            if (DateTime.UtcNow > end)
            {
                throw new TimeoutException(string.Create(
                    CultureInfo.InvariantCulture,
                    $"Waited in vain for {what}. The screen says: {Text}"));
            }

            Thread.Sleep(50);
        }
    }

    private static string Quote(string text) =>
        text.Contains('\'', StringComparison.Ordinal) ? $"\"{text}\"" : $"'{text}'";
}
