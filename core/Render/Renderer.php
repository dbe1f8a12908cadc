<?php

declare(strict_types=1);

namespace Herald\Render;

use Twig\Cache\CacheInterface;
use Twig\Environment;
use Twig\Extension\SandboxExtension;
use Twig\Loader\ArrayLoader;
use Twig\Sandbox\SecurityPolicy;

/** Fills compiled messages with data, in Twig's sandbox. The hot path. */
final readonly class Renderer
{
    private ArrayLoader $loader;

    private Environment $twig;

    private HeraldExtension $extension;

    private function __construct(CacheInterface|string|false $cache)
    {
        $this->loader = new ArrayLoader;
        $this->extension = new HeraldExtension;
        $this->twig = new Environment($this->loader, [
            'cache' => $cache,
            'auto_reload' => false,
            'strict_variables' => true,
            'autoescape' => static fn (string $name): string|false => str_ends_with($name, '.html') ? 'html' : false,
            'optimizations' => -1,
        ]);
        $this->twig->addExtension($this->extension);
        $this->twig->addExtension(new SandboxExtension(new SecurityPolicy(
            ['if', 'for', 'set'],
            [...array_map(static fn (\Twig\TwigFilter $filter): string => $filter->getName(), $this->extension->getFilters()), 'escape'],
            [],
            [],
            ['holds'],
        ), true));
    }

    /** For drafts and previews: compiled in memory, nothing is kept. */
    public static function inMemory(): self
    {
        return new self(false);
    }

    /**
     * For editions: their compiled classes are kept on disk.
     *
     * @param  string  $directory  made when it is not there
     */
    public static function caching(string $directory): self
    {
        return new self($directory);
    }

    /**
     * @param  Scope  $scope  everything the message may name
     */
    public function fill(CompiledMessage $message, Scope $scope): FilledMessage
    {
        $this->extension->turnTo($message, $scope);

        return new FilledMessage(
            $message->language,
            trim($this->part($message, Part::Subject, $scope)),
            trim($this->part($message, Part::Preview, $scope)),
            trim($this->part($message, Part::FromName, $scope)),
            trim($this->part($message, Part::FromAddress, $scope)),
            trim($this->part($message, Part::ReplyTo, $scope)),
            $this->part($message, Part::Html, $scope),
            TextLayout::set($this->part($message, Part::Text, $scope)),
        );
    }

    private function part(CompiledMessage $message, Part $part, Scope $scope): string
    {
        $source = $message->sources[$part->value];
        if (! str_contains($source, '{')) {
            return $source;
        }
        $name = hash('xxh128', $source).($part === Part::Html ? '.html' : '.txt');
        if (! $this->loader->exists($name)) {
            $this->loader->setTemplate($name, $source);
        }

        return $this->twig->render($name, $scope->data);
    }
}
