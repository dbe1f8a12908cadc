<?php

declare(strict_types=1);

namespace Tests\Browser;

use Facebook\WebDriver\Chrome\ChromeOptions;
use Facebook\WebDriver\Remote\DesiredCapabilities;
use Facebook\WebDriver\Remote\RemoteWebDriver;
use Facebook\WebDriver\WebDriverDimension;
use Symfony\Component\Process\Process;
use Tests\System\Stack;

/** Headless Chromium with its driver. */
final class Chromium
{
    public readonly RemoteWebDriver $driver;

    private Process $process;

    public function __construct(int $width = 1280, int $height = 800)
    {
        $port = Stack::freePort();
        $this->process = new Process(['chromedriver', "--port={$port}", '--log-level=SEVERE'], timeout: null);
        $this->process->disableOutput();
        $this->process->start();
        Stack::waitForPort($port, 'chromedriver');
        $options = (new ChromeOptions)->addArguments([
            '--headless=new', '--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update',
            '--disable-sync', '--disable-dev-shm-usage', '--hide-scrollbars', '--lang=en-GB', '--user-data-dir='.sys_get_temp_dir().'/herald-chromium-'.bin2hex(random_bytes(6)),
        ]);
        $options->setExperimentalOption('prefs', ['intl.accept_languages' => 'en-GB']);
        $this->driver = RemoteWebDriver::create("http://127.0.0.1:{$port}", DesiredCapabilities::chrome()->setCapability(ChromeOptions::CAPABILITY, $options), 30_000, 60_000);
        $this->driver->manage()->window()->setSize(new WebDriverDimension($width, $height));
        // The window's frame takes some of it.
        $inner = $this->driver->executeScript('return [window.outerWidth - window.innerWidth, window.outerHeight - window.innerHeight]');
        $this->driver->manage()->window()->setSize(new WebDriverDimension($width + (int) $inner[0], $height + (int) $inner[1]));
    }

    public function __destruct()
    {
        try {
            $this->driver->quit();
        } catch (\Throwable) {
            // It may be gone already.
        }
        $this->process->stop(1);
    }
}
