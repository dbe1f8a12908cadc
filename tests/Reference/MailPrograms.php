<?php

declare(strict_types=1);

namespace Tests\Reference;

use Herald\Brand\Brand;
use Herald\Document\Json;
use Herald\Manuscript\Blocks;
use Herald\Manuscript\Group;
use Herald\Manuscript\Template;
use Herald\Record\Vocabulary;
use Herald\Render\Compiler;
use Tests\Core\Sample;

/**
 * What our blocks emit, held against what mail programs support: the caniemail data set (npm package caniemail, data/caniemail.json; MIT). What some family of programs does
 * not support in full stands in mail-programs.json, reviewed by hand, with what is seen there instead.
 */
final class MailPrograms
{
    /** Where the data set speaks of something under another name. */
    private const NAMES = [
        'element tr' => 'html-table', 'element td' => 'html-table', 'element th' => 'html-table', 'element em' => 'html-strong', 'element h1' => 'html-h1-h6', 'element h2' => 'html-h1-h6', 'element h3' => 'html-h1-h6',
        'attribute class' => 'css-selector-class', 'rule @media' => 'css-at-media', 'rule !important' => 'css-important',
        'attribute src' => 'html-img', 'attribute alt' => 'html-img',
        'property padding-left' => 'css-padding', 'property padding-right' => 'css-padding', 'property border-top' => 'css-border', 'property border-bottom' => 'css-border',
        'property font-family' => 'css-font', 'property vertical-align' => 'css-vertical-align', 'property text-decoration' => 'css-text-decoration',
    ];

    /**
     * @return array<string, string> the features of the data set by what we emit ("property padding"); an empty text where it has none
     */
    public static function emitted(): array
    {
        $found = [];
        foreach (self::messages() as $html) {
            $document = new \DOMDocument;
            @$document->loadHTML('<?xml encoding="utf-8"?>'.$html);
            foreach ($document->getElementsByTagName('*') as $element) {
                $found['element '.$element->nodeName] = true;
                foreach ($element->attributes ?? [] as $attribute) {
                    if ($attribute->nodeName !== 'style') {
                        $found['attribute '.$attribute->nodeName] = true;
                    }
                }
                foreach (array_filter(explode(';', $element->getAttribute('style'))) as $declaration) {
                    $found['property '.trim(explode(':', $declaration)[0])] = true;
                }
            }
        }
        // Within the style sheet.
        foreach (isset($found['element style']) ? ['rule @media', 'rule !important'] : [] as $rule) {
            $found[$rule] = true;
        }
        ksort($found);
        $features = [];
        foreach (array_keys($found) as $name) {
            [$kind, $plain] = explode(' ', $name);
            $slug = self::NAMES[$name] ?? ($kind === 'property' ? 'css-' : 'html-').$plain;
            $features[$name] = isset(self::data()[$slug]) ? $slug : '';
        }

        return $features;
    }

    /**
     * @return array<string, 'in part'|'not at all'> the families of programs that do not support a feature in full on every platform, as last tested
     */
    public static function lacking(string $feature): array
    {
        $lacking = [];
        foreach (self::data()[$feature]['stats'] as $family => $platforms) {
            foreach ($platforms as $versions) {
                $last = substr((string) end($versions), 0, 1);
                if ($last === 'n') {
                    $lacking[$family] = 'not at all';
                } elseif ($last === 'a') {
                    $lacking[$family] ??= 'in part';
                }
            }
        }

        return $lacking;
    }

    /**
     * @return array<string, string> what is seen instead, by feature or by what we emit
     */
    public static function exceptions(): array
    {
        return json_decode((string) file_get_contents(__DIR__.'/mail-programs.json'), true, 8, JSON_THROW_ON_ERROR);
    }

    /** The page that docs/mail-programs.md is. */
    public static function page(): string
    {
        $file = self::file();
        $lines = [
            '# What our messages ask of mail programs', '',
            'Made by `php tests/Reference/mail-programs.php` from what all blocks emit and from the caniemail data set (npm package `caniemail`, as of '.substr((string) $file['last_update_date'], 0, 10).').',
            'A test fails when a block emits anything that is not in this table. "In part" and "not at all" speak of at least one platform of a family, as last tested there.', '',
            '| we emit | not in full in | what is seen there instead |', '|---|---|---|',
        ];
        foreach (self::emitted() as $name => $feature) {
            $families = [];
            foreach ($feature === '' ? [] : self::lacking($feature) as $family => $how) {
                $families[$how][] = $file['nicenames']['family'][$family] ?? $family;
            }
            $where = implode('; ', array_map(static fn (string $how, array $names): string => "{$how}: ".implode(', ', $names), array_keys($families), $families));
            $instead = self::exceptions()[$name] ?? self::exceptions()[$feature] ?? '';
            [$kind, $plain] = explode(' ', $name);
            $lines[] = "| {$kind} `{$plain}` | ".($feature === '' ? 'not in the data set' : ($where === '' ? 'supported by all' : $where))." | {$instead} |";
        }

        return implode("\n", $lines)."\n";
    }

    /**
     * @return list<string> messages in which every type of block stands, in both directions, framed and plain
     */
    private static function messages(): array
    {
        $text = [['text' => 'a', 'bold' => true, 'italic' => true, 'underline' => true, 'colour' => 'muted', 'link' => 'https://example.org'], ['break' => true], ['variable' => 'visit.guest.name']];
        $blocks = [];
        foreach (['start', 'center', 'end'] as $align) {
            foreach (array_keys(Blocks::types()) as $type) {
                $phone = is_subclass_of(Blocks::types()[$type], Group::class) ? [] : ['center' => ['shown_on' => 'phone', 'phone_size' => 120], 'end' => ['shown_on' => 'wide', 'phone_size' => 80], 'start' => []][$align];
                $blocks[] = ['align' => $align, ...$phone, 'id' => "{$type}-{$align}", 'type' => $type, ...match ($type) {
                    'heading' => ['text' => $text, 'level' => ['start' => 1, 'center' => 2, 'end' => 3][$align]],
                    'text' => ['text' => $text],
                    'button' => ['label' => $text, 'link' => '{visit.page}'],
                    'picture' => ['source' => 'https://example.org/a.png', 'alternative' => 'A', 'link' => 'https://example.org', 'width' => 200],
                    'divider' => [],
                    'facts', 'totals' => ['rows' => [['id' => "{$type}-{$align}-1", 'label' => 'A', 'value' => $text], ['id' => "{$type}-{$align}-2", 'label' => 'B', 'value' => 'b', 'strong' => true]]],
                    'line_items' => ['list' => 'visit.items', 'picture' => 'https://example.org/a.png', 'empty' => 'none', 'columns' => [['id' => "l-{$align}-1", 'label' => 'A', 'value' => '{item.name}'], ['id' => "l-{$align}-2", 'label' => 'B', 'value' => '{item.price}', 'align' => 'end']]],
                    'section' => ['blocks' => [['id' => "s-{$align}", 'type' => 'text', 'text' => $text, 'small' => true]]],
                    'columns' => ['columns' => [['id' => "c-{$align}-1", 'blocks' => []], ['id' => "c-{$align}-2", 'blocks' => []]]],
                    'choice' => ['branches' => [['id' => "ch-{$align}", 'when' => ['path' => 'visit.paid', 'operator' => 'is', 'value' => true], 'blocks' => []]]],
                    'repeat' => ['list' => 'visit.items', 'blocks' => [['id' => "r-{$align}", 'type' => 'text', 'text' => '{item.name}']]],
                    default => throw new \LogicException("How {$type} is written is not held against mail programs yet: give it its members here"),
                }];
            }
        }
        $messages = [];
        foreach (['en', 'ar'] as $language) {
            foreach ([Brand::usual(), Brand::plain()] as $brand) {
                $document = Sample::document($blocks, ['language' => $language, 'envelope' => ['subject' => 'x', 'preview' => 'y']]);
                $messages[] = Sample::fillCompiled(Compiler::compile(Template::ofJson(Json::ofArray($document->data, 'all'), Vocabulary::of(Sample::type()))->manuscript($language), $brand))->html;
            }
        }

        return $messages;
    }

    /**
     * @return array<string, array{stats: array<string, array<string, array<string, string>>>}> by slug
     */
    private static function data(): array
    {
        static $data = null;

        return $data ??= array_column(self::file()['data'], null, 'slug');
    }

    /**
     * @return array<string, mixed>
     */
    private static function file(): array
    {
        return json_decode((string) file_get_contents(dirname(__DIR__, 2).'/node_modules/caniemail/data/caniemail.json'), true, 32, JSON_THROW_ON_ERROR);
    }
}
