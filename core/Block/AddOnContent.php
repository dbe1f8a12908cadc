<?php

declare(strict_types=1);

namespace Herald\Block;

use Herald\Document\InvalidDocument;
use Herald\Document\Json;
use Herald\Document\Node;
use Herald\Document\Schema;
use Herald\Html\HtmlParser;
use Herald\Html\UnreadableHtml;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\PartKind;
use Herald\Manuscript\Shape;

/**
 * Reads what an add-on hands in with an event, as HTML, as plain text or as blocks, into pieces that can stand in a message: a few plain kinds of blocks, with their words
 * and links and nothing else. It holds no variables, and none of its own looks.
 */
final class AddOnContent
{
    /** The kinds of blocks that may be handed in, with the members that are taken. */
    public const KINDS = [
        'heading' => ['text'], 'text' => ['text'], 'points' => ['points'], 'facts' => ['rows'], 'button' => ['label', 'link'], 'picture' => ['source', 'alternative'], 'divider' => [],
    ];

    public const FORMS = ['html', 'text', 'blocks'];

    /** Pieces at most: it is a place in a message, not a message. */
    private const MOST = 50;

    private const LOOKS = ['text' => 1, 'break' => 1, 'bold' => 1, 'italic' => 1, 'underline' => 1, 'link' => 1];

    /**
     * Looks at what comes for the slots of notices before it is kept: it is for slots that there are, in one form each, and not more than is ever read. Whether it can be shown is said when it is.
     *
     * @param  Node  $slots  contents, by the key of the slot
     * @param  list<string>  $known  the keys that there may be
     *
     * @throws InvalidDocument naming the place
     */
    public static function admit(Node $slots, array $known): void
    {
        if ($known === [] && $slots->data !== []) {
            throw InvalidDocument::because($slots->document, $slots->place, 'have no place: no notice about such a record takes add-on content');
        }
        $slots->only(array_fill_keys($known, []));
        foreach (array_map(strval(...), array_keys($slots->data)) as $key) {
            $content = $slots->raw($key);
            $form = is_array($content) ? array_key_first($content) : null;
            if (! is_array($content) || count($content) !== 1 || ! in_array($form, self::FORMS, true)) {
                throw $slots->fault($key, 'is content in just one of these forms: '.implode(', ', self::FORMS));
            }
            if ($form === 'html' && is_string($content['html'])) {
                try {
                    (new HtmlParser)->document($content['html']);
                } catch (UnreadableHtml $e) {
                    throw $e->inDocument($slots->document, $slots->below("{$key}/html"), $content['html']);
                }
            }
        }
    }

    /**
     * @param  array<array-key, mixed>  $content  just one of {@see FORMS}
     * @param  string  $called  what it is called in refusals
     * @return list<array<string, mixed>> pieces: their type, and members in normal form
     *
     * @throws InvalidDocument when it has another form, or is too much
     */
    public static function read(array $content, string $called): array
    {
        $form = array_key_first($content);
        if (count($content) !== 1 || ! in_array($form, self::FORMS, true)) {
            throw InvalidDocument::because($called, '', 'is content in one of these forms: '.implode(', ', self::FORMS));
        }
        $given = $content[$form];
        if (! ($form === 'blocks' ? is_array($given) : is_string($given))) {
            throw InvalidDocument::because($called, $form, 'must be '.($form === 'blocks' ? 'a list of blocks' : 'a text'));
        }
        $blocks = is_string($given) ? ($form === 'html' ? Pasted::html($given, $called) : Pasted::text($given)) : self::blocks($given, $called);
        if (count($blocks) > self::MOST) {
            throw InvalidDocument::because($called, $form, 'is made of '.count($blocks).' pieces; '.self::MOST.' are the most');
        }
        $pieces = [];
        foreach ($blocks as $block) {
            $type = is_string($block['type'] ?? null) ? $block['type'] : '';
            if (isset(self::KINDS[$type])) {
                $pieces[] = ['type' => $type, ...self::members($block, $type)];
            }
        }

        return $pieces;
    }

    /**
     * @param  array<array-key, mixed>  $blocks
     * @return list<array<array-key, mixed>>
     */
    private static function blocks(array $blocks, string $called): array
    {
        // Whoever hands them in need not give them ids.
        $named = self::named($blocks, 'a');
        foreach ($named as $index => $block) {
            $type = is_array($block) ? ($block['type'] ?? null) : null;
            if (! is_array($block) || ! is_string($type) || ! isset(self::KINDS[$type])) {
                throw InvalidDocument::because($called, "blocks/{$index}", 'is no block that can be handed in; '.implode(', ', array_keys(self::KINDS)).' can');
            }
            foreach (['points', 'rows'] as $list) {
                if (is_array($block[$list] ?? null)) {
                    $named[$index] = [...$block, $list => self::named($block[$list], "a{$index}-")];
                }
            }
        }
        Schema::Blocks->check(Json::ofArray(['format' => 'velvet-herald/blocks', 'version' => 1, 'blocks' => $named], $called));

        return NormalForm::blocks($named);
    }

    /**
     * @param  array<array-key, mixed>  $objects
     * @return list<mixed>
     */
    private static function named(array $objects, string $before): array
    {
        $named = [];
        foreach (array_values($objects) as $index => $object) {
            $named[] = is_array($object) ? ['id' => $before.$index, ...$object] : $object;
        }

        return $named;
    }

    /**
     * @param  array<array-key, mixed>  $object
     * @return array<string, mixed>
     */
    private static function members(array $object, string $type): array
    {
        $members = [];
        foreach (self::KINDS[$type] as $part) {
            $value = $object[$part] ?? [];
            $members[$part] = (Shape::ofBlock($type)->parts[$part] ?? null) === PartKind::Objects
                ? array_map(static fn (mixed $one): array => array_map(self::runs(...), is_array($one) ? array_intersect_key($one, ['text' => 1, 'label' => 1, 'value' => 1]) : []), is_array($value) ? array_values($value) : [])
                : self::runs($value);
        }

        return $members;
    }

    /**
     * Words with their looks and links; whatever is a variable is not among them.
     *
     * @return list<array<string, mixed>>
     */
    private static function runs(mixed $runs): array
    {
        $plain = [];
        foreach (is_array($runs) ? $runs : [] as $run) {
            if (is_array($run) && ! isset($run['variable'])) {
                $plain[] = array_intersect_key($run, self::LOOKS);
            }
        }

        return $plain;
    }
}
