<?php

declare(strict_types=1);

namespace Herald\Render;

use Herald\Document\Limits;
use Twig\Cache\CacheInterface;
use Twig\Environment;
use Twig\Error\RuntimeError;
use Twig\Extension\SandboxExtension;
use Twig\Loader\ArrayLoader;
use Twig\Sandbox\SecurityPolicy;
use Twig\TemplateWrapper;

/** Fills compiled messages with data, in Twig's sandbox. The hot path. */
final readonly class Renderer
{
    private ArrayLoader $loader;

    private Environment $twig;

    private HeraldExtension $extension;

    /** @var \WeakMap<CompiledMessage, \ArrayObject<string, list<string|TemplateWrapper>>> the parts loaded of the messages in use: of a draft several pieces each */
    private \WeakMap $templates;

    private function __construct(CacheInterface|string|false $cache, private Limits $limits)
    {
        $this->loader = new ArrayLoader;
        $this->templates = new \WeakMap;
        $this->extension = new HeraldExtension($limits);
        $this->twig = new Environment($this->loader, [
            'cache' => $cache,
            'auto_reload' => false,
            'strict_variables' => true,
            'autoescape' => static fn (string $name): string|false => str_ends_with($name, '.html') ? 'html' : false,
            'use_yield' => true,
        ]);
        $this->twig->addExtension($this->extension);
        $this->twig->addExtension(new SandboxExtension(new SecurityPolicy(
            ['if', 'for', 'set'],
            ['attribute', 'address', 'escape'],
            [],
            [],
            HeraldExtension::functionNames(),
        ), true));
    }

    /** For what is filled once: compiled in memory, nothing is kept. */
    public static function inMemory(Limits $limits = new Limits): self
    {
        return new self(false, $limits);
    }

    /**
     * For editions, and for drafts that change a little at a time: their compiled classes are kept on disk.
     *
     * @param  string  $directory  made when it is not there
     */
    public static function caching(string $directory, Limits $limits = new Limits): self
    {
        return new self($directory, $limits);
    }

    /**
     * @param  MessageData  $messageData  everything the message may name
     *
     * @throws Unfillable when it cannot be filled with these data
     */
    public function fill(CompiledMessage $message, MessageData $messageData): FilledMessage
    {
        $part = fn (MessagePart $part): string => $this->part($message, $part, $messageData);

        return new FilledMessage(
            $message->language,
            $part(MessagePart::Subject),
            $part(MessagePart::Preview),
            $part(MessagePart::FromName),
            $part(MessagePart::FromAddress),
            $part(MessagePart::ReplyTo),
            $part(MessagePart::Html),
            $part(MessagePart::Text),
            $part(MessagePart::Cc),
            $part(MessagePart::Bcc),
        );
    }

    /** The HTML alone. */
    public function html(CompiledMessage $message, MessageData $messageData): string
    {
        return $this->part($message, MessagePart::Html, $messageData);
    }

    /** One part alone, the plain text set in its columns, a line without blanks around it. */
    public function part(CompiledMessage $message, MessagePart $part, MessageData $messageData): string
    {
        $this->extension->turnTo($message, $messageData);
        $filled = $this->filled($message, $part, $messageData);

        return match ($part) {
            MessagePart::Html => $filled,
            MessagePart::Text => TextLayout::set($filled),
            default => trim($filled),
        };
    }

    /** Words that a message keeps beside its parts, on one line: what it says where it asks something. */
    public function words(CompiledMessage $message, string $source, MessageData $messageData): string
    {
        $this->extension->turnTo($message, $messageData);
        $loaded = $this->load($source, MessagePart::Subject);

        return trim(is_string($loaded) ? $loaded : $loaded->render($messageData->data));
    }

    private function filled(CompiledMessage $message, MessagePart $part, MessageData $messageData): string
    {
        $templates = $this->templates[$message] ??= new \ArrayObject;
        $pieces = $templates[$part->value] ??= array_map(fn (string $source): string|TemplateWrapper => $this->load($source, $part), explode(TwigWriter::SEAM, $message->sources[$part->value]));

        $filled = '';
        try {
            foreach ($pieces as $piece) {
                foreach (is_string($piece) ? [$piece] : $piece->stream($messageData->data) as $words) {
                    $filled .= $words;
                    if (strlen($filled) > $this->limits->filled) {
                        throw new Unfillable('Its '.($part === MessagePart::Html ? 'HTML' : strtr($part->value, '_', ' ')).' is larger than '.Limits::inWords($this->limits->filled));
                    }
                }
            }
        } catch (RuntimeError $e) {
            // Twig wraps what is thrown while it fills.
            throw $e->getPrevious() instanceof Unfillable ? $e->getPrevious() : $e;
        }

        return $filled;
    }

    private function load(string $source, MessagePart $part): string|TemplateWrapper
    {
        $name = hash('xxh128', $source).($part === MessagePart::Html ? '.html' : '.txt');
        if (! $this->loader->exists($name)) {
            if ($part === MessagePart::Html) {
                Gate::check($source);
            }
            $this->loader->setTemplate($name, $source);
        }

        return str_contains($source, '{') ? $this->twig->load($name) : $source;
    }
}
