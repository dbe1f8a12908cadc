<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverDimension;
use Illuminate\Filesystem\Filesystem;
use Symfony\Component\Process\Process;
use Tests\System\Stack;

/** Headless Chromium with its driver. */
final class Chromium
{
    public readonly RemoteWebDriver $driver;

    private static ?self $shared = null;

    private readonly Process $process;

    /** Where it keeps its own. */
    private readonly string $folder;

    public function __construct(int $width = 1280, int $height = 800)
    {
        $this->folder = sys_get_temp_dir().'/herald-chromium-'.bin2hex(random_bytes(6));
        $port = Stack::freePort();
        $this->process = new Process(['chromedriver', "--port={$port}", '--log-level=SEVERE'], timeout: null);
        $this->process->disableOutput();
        $this->process->start();
        Stack::waitForPort($port, 'chromedriver');
        $options = (new ChromeOptions)->addArguments([
            '--headless=new', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update',
            '--force-prefers-reduced-motion', '--disable-sync', '--disable-dev-shm-usage', '--hide-scrollbars', '--lang=en-GB', "--user-data-dir={$this->folder}",
            // Whatever is not of this machine is not there, at once.
            '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost',
        ]);
        // It begins with an empty page: its own one, with what that loads, came in after the first page that was asked for.
        $options->setExperimentalOption('prefs', ['intl.accept_languages' => 'en-GB', 'session.restore_on_startup' => 4, 'session.startup_urls' => ['about:blank']]);
        $this->driver = RemoteWebDriver::create("http://127.0.0.1:{$port}", DesiredCapabilities::chrome()->setCapability(ChromeOptions::CAPABILITY, $options), 30_000, 60_000);
        // What was done on a page, for whoever looks for why a test failed.
        $this->command('Page.addScriptToEvaluateOnNewDocument', ['source' => <<<'JS'
            window.deeds = [];
            for (const type of ['pointerdown', 'pointerup', 'click', 'keydown', 'close']) {
                window.addEventListener(type, event => {
                    const on = event.target instanceof Element ? event.target : document.documentElement;
                    window.deeds.push(`${Math.round(event.timeStamp)} ${type} ${event.key ?? ''} <${on.localName}> ${(on.getAttribute('aria-label') ?? on.textContent ?? '').trim().slice(0, 40)}`);
                    window.deeds.splice(0, window.deeds.length - 30);
                }, true);
            }
            // What is hit if an element moves between the driver's look at it and the pointer's press; what is chosen in a list is not pressed at all.
            window.addEventListener('pointerdown', ({ target }) => {
                if (window.wanted && window.wanted.localName !== 'option' && ![window.wanted, window.wanted.closest('label')].some(one => one?.contains(target))) {
                    window.missed = `<${target.localName}> ${(target.getAttribute('aria-label') ?? target.textContent).trim().slice(0, 40)}`;
                }
            }, true);
            JS]);
        $this->driver->manage()->window()->setSize(new WebDriverDimension($width, $height));
        // The window's frame takes some of it.
        $inner = $this->driver->executeScript('return [window.outerWidth - window.innerWidth, window.outerHeight - window.innerHeight]');
        $this->driver->manage()->window()->setSize(new WebDriverDimension($width + (int) $inner[0], $height + (int) $inner[1]));
    }

    /** The one of this process. */
    public static function shared(): self
    {
        if (self::$shared === null) {
            self::$shared = new self;
            register_shutdown_function(self::$shared->quit(...));
        }

        return self::$shared;
    }

    /** Shows pages at a width, as if the window had it; null: at the window's own. */
    public function resize(?int $width): void
    {
        $width === null ? $this->command('Emulation.clearDeviceMetricsOverride', []) : $this->command('Emulation.setDeviceMetricsOverride', ['width' => $width, 'height' => 800, 'deviceScaleFactor' => 1, 'mobile' => false]);
    }

    /**
     * A command of the Chrome DevTools protocol.
     *
     * @param  array<string, mixed>  $parameters
     */
    public function command(string $name, array $parameters): void
    {
        $this->driver->executeCustomCommand('/session/:sessionId/goog/cdp/execute', 'POST', ['cmd' => $name, 'params' => (object) $parameters]);
    }

    /** As it was when it started: one window, and nothing left of the pages that it has shown. */
    public function clear(string $url): void
    {
        $windows = $this->driver->getWindowHandles();
        foreach (array_slice($windows, 1) as $window) {
            $this->driver->switchTo()->window($window)->close();
        }
        $this->driver->switchTo()->window($windows[0]);
        $this->driver->get('about:blank');
        $this->command('Network.clearBrowserCookies', []);
        $this->command('Storage.clearDataForOrigin', ['origin' => $url, 'storageTypes' => 'all']);
        $this->resize(null);
    }

    public function quit(): void
    {
        try {
            $this->driver->quit();
        } catch (\Throwable) {
            // It may be gone already.
        }
        $this->process->stop(1);
        (new Filesystem)->deleteDirectory($this->folder);
    }
}
