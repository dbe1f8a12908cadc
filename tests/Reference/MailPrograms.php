<?php

declare(strict_types=1);

namespace Tests\Reference;

use Herald\Block\AddOnContent;
use Herald\Brand\Brand;
use Herald\Document\Json;
use Herald\Manuscript\Blocks;
use Herald\Manuscript\Group;
use Herald\Manuscript\Passages;
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
        'element tr' => 'html-table', 'element td' => 'html-table', 'element th' => 'html-table', 'element em' => 'html-strong', 'element ul' => 'html-lists', 'element ol' => 'html-lists', 'element li' => 'html-lists', 'element h1' => 'html-h1-h6', 'element h2' => 'html-h1-h6', 'element h3' => 'html-h1-h6',
        'attribute class' => 'css-selector-class', 'rule @media' => 'css-at-media', 'rule !important' => 'css-important', 'rule @media(prefers-color-scheme)' => 'css-at-media-prefers-color-scheme', 'rule @font-face' => 'css-at-font-face', 'rule color-scheme' => 'css-color-scheme',
        'attribute src' => 'html-img', 'attribute alt' => 'html-img',
        'property padding-left' => 'css-padding', 'property padding-right' => 'css-padding', 'property border-top' => 'css-border', 'property border-bottom' => 'css-border', 'property border-left' => 'css-border', 'property border-right' => 'css-border', 'property border-width' => 'css-border', 'property border-left-width' => 'css-border', 'property border-right-width' => 'css-border', 'property border-style' => 'css-border',
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
        foreach (self::messages() as $html) {
            preg_match_all('/@font-face|@media \(prefers-color-scheme|@media only|!important|color-scheme:light dark|:root/', implode('', preg_match_all('#<style>(.*?)</style>#s', $html, $sheets) ? $sheets[1] : []), $rules);
            foreach ($rules[0] as $rule) {
                $found['rule '.(['@media (prefers-color-scheme' => '@media(prefers-color-scheme)', '@media only' => '@media', 'color-scheme:light dark' => 'color-scheme'][$rule] ?? $rule)] = true;
            }
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

    /** What a brand's own CSS may set, with the feature of the data set where it has another name. */
    private const OWN_CSS = [
        'background-color' => '', 'border' => '', 'border-top' => 'css-border', 'border-right' => 'css-border', 'border-bottom' => 'css-border', 'border-left' => 'css-border', 'border-radius' => '',
        'box-shadow' => '', 'color' => null, 'font-family' => 'css-font', 'font-size' => '', 'font-style' => 'css-font', 'font-weight' => '', 'letter-spacing' => '', 'line-height' => '', 'opacity' => '',
        'padding' => '', 'padding-top' => 'css-padding', 'padding-right' => 'css-padding', 'padding-bottom' => 'css-padding', 'padding-left' => 'css-padding',
        'text-align' => '', 'text-decoration' => '', 'text-indent' => '', 'text-shadow' => '', 'text-transform' => '', 'word-spacing' => '',
    ];

    /** The file core/Style/honoured.json is: the properties of a brand's own CSS, with the families of programs of which one at least drops them. */
    public static function honoured(): string
    {
        $names = self::file()['nicenames']['family'];
        $honoured = [];
        foreach (self::OWN_CSS as $property => $feature) {
            $lacking = $feature === null ? [] : self::lacking($feature === '' ? 'css-'.$property : $feature);
            $honoured[$property] = array_map(static fn (string $family): string => $names[$family] ?? $family, array_keys($lacking, 'not at all', true));
        }

        return json_encode($honoured, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT)."\n";
    }

    /** The page that docs/mail-programs.md is. */
    public static function page(): string
    {
        $file = self::file();
        $lines = [
            '# What our messages ask of mail programs', '',
            'Made by `php tests/Reference/mail-programs.php` from what all blocks emit and from the caniemail data set (npm package `caniemail`, as of '.substr((string) $file['last_update_date'], 0, 10).').',
            'A test fails when a block emits anything that is not in this table. "In part" and "not at all" speak of at least one platform of a family, as last tested there.', '',
            '## Rules for engines of word processors', '',
            'Outlook on Windows lays messages out with the engine of a word processor. What follows is common practice for it, and tested on every message that blocks can make:', '',
            '- The layout is tables. Widths stand in attributes: of pictures, of the message in a conditional comment, of columns in another. No width rests on `max-width` alone.',
            '- No distance rests on `margin`: it is 0 or auto everywhere but on lists, where these engines follow it and know no padding. Distances are padding of cells.',
            '- The room in a button is padding of its link for all others, and `mso-padding-alt` of its cell there.',
            '- Grounds stand in `bgcolor` as well as in the style. A picture on a ground is an attribute of its cell, on which nothing rests: where it is not shown the words stand on the colour.',
            '- What is for phones or for the dark alone is hidden by its own style with `mso-hide`, or by a conditional comment.', '',
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
     * @param  Brand|null  $only  in that alone
     * @return list<string> messages in which every type of block stands, in both directions, framed and plain
     */
    public static function messages(?Brand $only = null): array
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
                    'divider', 'logo', 'social' => [],
                    'points' => ['points' => [['id' => "p-{$align}", 'text' => $text]], 'numbered' => $align === 'end'],
                    'facts', 'totals', 'addresses', 'payment_delivery' => ['rows' => [['id' => "{$type}-{$align}-1", 'label' => 'A', 'value' => $text], ['id' => "{$type}-{$align}-2", 'label' => 'B', 'value' => 'b', 'strong' => true]]],
                    'line_items' => ['list' => 'visit.items', 'picture' => 'https://example.org/a.png', 'empty' => 'none', 'columns' => [['id' => "l-{$align}-1", 'label' => 'A', 'value' => '{item.name}'], ['id' => "l-{$align}-2", 'label' => 'B', 'value' => '{item.price}', 'align' => 'end']]],
                    'contact' => ['picture' => 'https://example.org/a.png', 'alternative' => 'A', 'name' => $text, 'role' => 'a', 'text' => 'b'],
                    'signature' => ['closing' => 'a', 'picture' => 'https://example.org/a.png', 'name' => $text, 'role' => 'b'],
                    'small_print' => ['text' => $text, 'label' => 'a', 'link' => 'https://example.org'],
                    'confirm', 'acknowledge' => ['label' => $text, 'key' => $type, 'thanks' => 'a'],
                    'rate' => ['question' => $text, 'key' => 'rate', 'marks' => array_map(static fn (int $mark): array => ['id' => "rt-{$align}-{$mark}", 'label' => $align === 'end' ? "mark {$mark}" : (string) $mark], range(1, 5))],
                    'choose' => ['question' => 'a', 'key' => 'choose', 'options' => [['id' => "cs-{$align}-1", 'label' => $text], ['id' => "cs-{$align}-2", 'label' => 'b', 'value' => 'b']]],
                    'code' => ['label' => 'a', 'code' => '{visit.number}', 'text' => 'b'],
                    'menu' => ['links' => [['id' => "m-{$align}-1", 'label' => 'A', 'link' => 'https://example.org'], ['id' => "m-{$align}-2", 'label' => 'B', 'link' => '{visit.page}']]],
                    'banner' => ['picture' => '{visit.page}', 'words_on' => ['start' => 'plate', 'center' => 'picture', 'end' => 'plate'][$align], 'blocks' => [['id' => "b-{$align}", 'type' => 'text', 'text' => $text]], 'border' => 2, 'rounded' => 8, 'padding_above' => 12],
                    'video' => ['source' => 'https://example.org/a.png', 'alternative' => 'A', 'label' => $text, 'link' => '{visit.page}'],
                    'map' => ['source' => 'https://example.org/a.png', 'alternative' => 'A', 'link' => '{visit.page}', 'words' => 'a'],
                    'space' => ['height' => 24],
                    'note' => ['label' => 'a', 'text' => $text],
                    'slot' => ['slot' => 'content'],
                    'passage' => ['passage' => 'sample'],
                    'html' => ['html' => '<p>a <strong>b</strong></p><ul><li>a</li></ul><table width="100%"><tr><td style="padding:4px">{{ visit.number }}</td></tr></table>'],
                    'others' => ['list' => 'visit.items', 'abreast' => ['start' => 1, 'center' => 2, 'end' => 3][$align], 'blocks' => [['id' => "o-{$align}", 'type' => 'picture', 'source' => 'https://example.org/a.png', 'alternative' => 'A'], ['id' => "o-{$align}-t", 'type' => 'text', 'text' => '{item.name}']]],
                    'section' => ['blocks' => [['id' => "s-{$align}", 'type' => 'text', 'text' => $text, 'small' => true]]],
                    'columns' => ['columns' => [['id' => "c-{$align}-1", 'blocks' => []], ['id' => "c-{$align}-2", 'blocks' => []]]],
                    'choice' => ['branches' => [['id' => "ch-{$align}", 'when' => ['path' => 'visit.paid', 'operator' => 'is', 'value' => true], 'blocks' => []]]],
                    'repeat' => ['list' => 'visit.items', 'blocks' => [['id' => "r-{$align}", 'type' => 'text', 'text' => '{item.name}']]],
                    default => throw new \LogicException("How {$type} is written is not held against mail programs yet: give it its members here"),
                }];
            }
        }
        $handedIn = [['text' => 'a', 'bold' => true, 'italic' => true, 'underline' => true], ['text' => 'b', 'link' => 'https://example.org']];
        $passages = Passages::of(['sample' => Sample::document([['id' => 'p', 'type' => 'text', 'text' => 'a']], ['language' => 'ar', 'translations' => ['en' => ['p.text' => 'b']]])->data]);
        $messages = [];
        foreach (['en', 'ar'] as $language) {
            foreach ($only === null ? [Brand::usual(), Brand::plain(), self::fullBrand(false), self::fullBrand(true)] : [$only] as $brand) {
                $document = Sample::document($blocks, ['language' => $language, 'envelope' => ['subject' => 'x', 'preview' => 'y']]);
                $messages[] = Sample::fillCompiled(Compiler::compile(Template::ofJson(Json::ofArray($document->data, 'all'), Vocabulary::of(Sample::type()), $passages)->manuscript($language), $brand), slots: ['content' => AddOnContent::read(['blocks' => [
                    ['type' => 'heading', 'text' => 'a'], ['type' => 'text', 'text' => $handedIn], ['type' => 'points', 'points' => [['text' => 'a']]], ['type' => 'facts', 'rows' => [['label' => 'a', 'value' => 'b']]],
                    ['type' => 'button', 'label' => 'a', 'link' => 'https://example.org'], ['type' => 'picture', 'source' => 'https://example.org/a.png', 'alternative' => 'A'], ['type' => 'divider'],
                ]], 'content')])->html;
            }
        }

        return $messages;
    }

    /** A brand that has all that a brand can have. */
    private static function fullBrand(bool $full): Brand
    {
        $document = Json::ofFile(Brand::usualFile())->data;
        $logo = ['picture' => str_repeat('a', 32).'.png', 'dark_picture' => str_repeat('b', 32).'.png', ...($full ? ['plate' => '#FFFFFF', 'link' => 'https://example.org', 'alternative' => 'x'] : [])];
        $type = [...$document['type'], 'web_font' => ['family' => 'Moor', 'address' => 'https://example.org/moor.woff2']];

        return Brand::ofJson(Json::ofArray([
            ...$document, 'logo' => $logo, 'type' => $type, 'measures' => [...$document['measures'], 'full' => $full], 'legal' => 'x', 'social' => [['name' => 'A', 'address' => 'https://example.org/a'], ['name' => 'B', 'address' => 'https://example.org/b']],
        ], 'full'), 'https://example.org/pictures/');
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
