<?php

declare(strict_types=1);

namespace App\Documents;

use App\Models\Source;
use App\Models\User;
use App\Pictures\Pictures;
use Composer\Pcre\Preg;
use Herald\Document\InvalidDocument;
use Herald\Html\HtmlParser;
use Herald\Html\UnreadableHtml;
use Illuminate\Validation\ValidationException;

/** A file that a stranger wrote, with HTML in it, alone or packed with its pictures: read with limits, its pictures put into the store. Nothing is loaded from anywhere. */
final class HtmlFile
{
    /** Of a file, in KB. */
    public const HEAVIEST = 6_000;

    /** Of what is packed in one: files, bytes of one and of all, and how many times its packed size one may be. */
    private const MOST_FILES = 200;

    private const LARGEST = 6_000_000;

    private const LARGEST_IN_ALL = 40_000_000;

    private const RATIO = 100;

    /** What is smaller may be packed as well as it can be. */
    private const SMALL = 20_000;

    private const MOST_PICTURES = 60;

    /** Of all pictures together: taking in one of so many takes a second or two. */
    private const MOST_PIXELS = 24_000_000;

    /** The width in which a picture is loaded whose own is not said, in px. */
    private const USUAL_WIDTH = 600;

    /** What is listed among the encodings of letters, and is one of bytes. */
    private const NO_LETTERS = ['BASE64', 'QUOTED-PRINTABLE', 'UUENCODE', 'HTML-ENTITIES', '7BIT', '8BIT'];

    /** @var list<array{what: string, why: string}> */
    private array $notes = [];

    private int $pictures = 0;

    private int $pixels = 0;

    /** @var array<string, string> addresses of pictures that were put in, by their path or data */
    private array $addresses = [];

    private function __construct(private readonly Source $source, private readonly ?User $person)
    {
    }

    /**
     * @return array{html: string, pictures: int, notes: list<array{what: string, why: string}>} with the addresses of pictures that were put in, and what was not taken
     *
     * @throws InvalidDocument when it is none, or more than is taken
     */
    public static function read(string $bytes, Source $source, ?User $person): array
    {
        $file = new self($source, $person);
        [$html, $packed, $folder] = str_starts_with($bytes, "PK\x03\x04") || str_starts_with($bytes, "PK\x05\x06") ? $file->unpacked($bytes) : [$bytes, [], ''];
        $html = self::decoded($html);
        if (! Preg::isMatch('~<[a-z!]~i', $html)) {
            throw self::refused('is no HTML, and no zip with HTML in it');
        }
        try {
            (new HtmlParser)->document($html);
        } catch (UnreadableHtml $e) {
            throw $e->inDocument('the file', 'file', $html);
        }

        return ['html' => $file->withPictures($html, $packed, $folder), 'pictures' => $file->pictures, 'notes' => $file->notes];
    }

    /**
     * @return array{string, array<string, string>, string} the HTML, the other files by path, and the folder that it lies in
     */
    private function unpacked(string $bytes): array
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'herald-zip');
        $zip = new \ZipArchive;
        try {
            file_put_contents($path, $bytes);
            if ($zip->open($path, \ZipArchive::RDONLY) !== true) {
                throw self::refused('cannot be unpacked');
            }
            try {
                return $this->chosen($this->files($zip));
            } finally {
                $zip->close();
            }
        } finally {
            unlink($path);
        }
    }

    /**
     * @return array<string, string> by path
     */
    private function files(\ZipArchive $zip): array
    {
        if ($zip->numFiles > self::MOST_FILES) {
            throw self::refused('holds more than '.self::MOST_FILES.' files');
        }
        $files = [];
        $all = 0;
        for ($index = 0; $index < $zip->numFiles; $index++) {
            $entry = $zip->statIndex($index);
            if ($entry === false || str_ends_with($entry['name'], '/')) {
                continue;
            }
            $name = mb_scrub($entry['name'], 'UTF-8');
            $why = $this->wrong($zip, $index, $entry);
            if ($why !== null) {
                throw self::refused("holds “{$name}”, which {$why}");
            }
            // Steps up were refused, steps into the same folder are none.
            $name = self::within($name);
            $isPart = Preg::isMatch('~\.(html?|xhtml|png|jpe?g|gif|webp|svg)$~i', $name) && ! Preg::isMatch('~(^|/)(__MACOSX/|\.)~', $name);
            if (! $isPart) {
                $this->notes[] = ['what' => $name, 'why' => 'is neither HTML nor a picture'];

                continue;
            }
            if (isset($files[$name])) {
                throw self::refused("holds two files that are called “{$name}”");
            }
            // What it says of its size need not be so: no more is read.
            $stream = $zip->getStreamIndex($index);
            $read = $stream === false ? false : stream_get_contents($stream, self::LARGEST + 1);
            if ($read === false || strlen($read) > self::LARGEST || ($all += strlen($read)) > self::LARGEST_IN_ALL) {
                throw self::refused($read === false ? "holds “{$name}”, which cannot be unpacked" : 'holds more than is taken: '.number_format(self::LARGEST).' bytes in one file, '.number_format(self::LARGEST_IN_ALL).' in all');
            }
            $files[$name] = $read;
        }

        return $files;
    }

    /**
     * What speaks against a file in a zip (OWASP, File Upload Cheat Sheet: paths, sizes, ratios, links).
     *
     * @param  array{name: string, size: int, comp_size: int, encryption_method?: int}  $entry
     */
    private function wrong(\ZipArchive $zip, int $index, array $entry): ?string
    {
        $system = $attributes = 0;
        $zip->getExternalAttributesIndex($index, $system, $attributes);

        return match (true) {
            Preg::isMatch('~(^|/)\.\.(/|$)|^/|\\\\|^[A-Za-z]:|\x00~', $entry['name']) => 'would lie outside of it',
            ($entry['encryption_method'] ?? 0) !== 0 => 'is locked with a password',
            $system === \ZipArchive::OPSYS_UNIX && (($attributes >> 16) & 0170000) === 0120000 => 'is a link to something else',
            $entry['size'] > self::SMALL && $entry['size'] > self::RATIO * max(1, $entry['comp_size']) => 'unpacks to more than '.self::RATIO.' times its size',
            default => null,
        };
    }

    /**
     * @param  array<string, string>  $files
     * @return array{string, array<string, string>, string}
     */
    private function chosen(array $files): array
    {
        $pages = array_values(array_filter(array_keys($files), static fn (string $name): bool => Preg::isMatch('~\.x?html?$~i', $name)));
        $index = array_values(array_filter($pages, static fn (string $name): bool => Preg::isMatch('~(^|/)index\.x?html?$~i', $name)));
        $page = match (true) {
            count($pages) === 1 => $pages[0],
            count($index) === 1 => $index[0],
            $pages === [] => throw self::refused('holds no HTML'),
            default => throw self::refused('holds several files of HTML, and none of them alone is called index.html: '.implode(', ', array_slice($pages, 0, 5))),
        };
        foreach (array_diff($pages, [$page]) as $other) {
            $this->notes[] = ['what' => $other, 'why' => 'is another page than '.$page];
        }

        return [$files[$page], array_diff_key($files, array_flip($pages)), str_contains($page, '/') ? dirname($page).'/' : ''];
    }

    /**
     * The HTML with the addresses of its pictures once they are put in: those that were packed with it, and those that stand in it itself.
     *
     * @param  array<string, string>  $packed
     */
    private function withPictures(string $html, array $packed, string $folder): string
    {
        $taken = Preg::replaceCallback('~(<(?:img|td|table|body|th)\b[^<>]*?\s(?:src|background)\s*=\s*)(?:"([^"]*)"|\'([^\']*)\'|([^\s<>"\']+))([^<>]*>)~i', function (array $found) use ($packed, $folder): string {
            $address = html_entity_decode(trim($found[2] ?? $found[3] ?? $found[4] ?? ''), ENT_QUOTES | ENT_HTML5, 'UTF-8');
            $width = Preg::isMatch('~\swidth\s*=\s*["\']?(\d{1,4})~i', $found[0], $said) ? (int) $said[1] : self::USUAL_WIDTH;
            $put = $this->put($address, $packed, $folder, 2 * max(8, min(720, $width)));

            return $found[1].'"'.htmlspecialchars($put, ENT_QUOTES | ENT_SUBSTITUTE, 'UTF-8').'"'.$found[5];
        }, $html);
        foreach (array_diff(array_keys($packed), array_keys($this->addresses)) as $unused) {
            $this->notes[] = ['what' => $unused, 'why' => 'is shown nowhere in it'];
        }

        return $taken;
    }

    /**
     * @param  array<string, string>  $packed
     */
    private function put(string $address, array $packed, string $folder, int $width): string
    {
        if (isset($this->addresses[$address])) {
            return $this->addresses[$address];
        }
        if (Preg::isMatch('~^(https?:)?//|^(cid|mailto|file):~i', $address) && ! str_starts_with($address, 'data:')) {
            return $address;
        }
        $path = self::within($folder.rawurldecode(explode('?', $address)[0]));
        $bytes = Preg::isMatch('~^data:image/[a-z+.-]+;base64,([A-Za-z0-9+/=\s]+)$~iD', $address, $data) ? (string) base64_decode($data[1], true) : ($packed[$path] ?? null);
        $called = str_starts_with($address, 'data:') ? 'picture.png' : basename($path);
        if ($bytes === null && Preg::isMatch('~[{}<>\[\]*|$«»]|%%|%\w+%~u', $address)) {
            // A placeholder, which is none of the pictures here.
            return $address;
        }
        if ($bytes === null || $this->pictures >= self::MOST_PICTURES) {
            $this->notes[] = ['what' => mb_strimwidth($address, 0, 60, '…'), 'why' => $bytes === null ? 'is not there' : 'is one picture too many: '.self::MOST_PICTURES.' are taken'];

            return $address;
        }
        $this->pixels += Pictures::pixels($bytes);
        if ($this->pixels > self::MOST_PIXELS) {
            $this->notes[] = ['what' => $called, 'why' => 'is more than is taken at once: the pictures of a file have '.(self::MOST_PIXELS / 1_000_000).' million pixels in all at most'];

            return $this->addresses[$path] = $address;
        }
        try {
            $picture = Pictures::take($this->source, $bytes, $called, $this->person);
        } catch (ValidationException $e) {
            $this->notes[] = ['what' => $called, 'why' => lcfirst(rtrim($e->getMessage(), '.'))];
            $this->addresses[$path] = $address;

            return $address;
        }
        $this->pictures++;

        return $this->addresses[$path] = $this->addresses[$address] = Pictures::addressOf($picture->name, $width);
    }

    /** A path without steps up and down. */
    private static function within(string $path): string
    {
        $steps = [];
        foreach (explode('/', $path) as $step) {
            $step === '..' ? array_pop($steps) : ($step === '' || $step === '.' ? null : $steps[] = $step);
        }

        return implode('/', $steps);
    }

    /** The text in UTF-8, whatever it says or is written in. */
    private static function decoded(string $bytes): string
    {
        foreach (["\xEF\xBB\xBF" => 'UTF-8', "\xFF\xFE" => 'UTF-16LE', "\xFE\xFF" => 'UTF-16BE'] as $mark => $encoding) {
            if (str_starts_with($bytes, $mark)) {
                return (string) mb_convert_encoding(substr($bytes, strlen($mark)), 'UTF-8', $encoding);
            }
        }
        if (mb_check_encoding($bytes, 'UTF-8')) {
            return $bytes;
        }
        $said = Preg::isMatch('~charset\s*=\s*["\']?([\w-]{3,20})~i', substr($bytes, 0, 2_000), $found) ? strtoupper($found[1]) : '';
        // As browsers do, Latin 1 is read as the code page that it stands for.
        $known = array_diff(array_map(strtoupper(...), mb_list_encodings()), self::NO_LETTERS, ['UTF-8', 'ISO-8859-1']);

        return (string) mb_convert_encoding($bytes, 'UTF-8', in_array($said, $known, true) ? $said : 'Windows-1252');
    }

    private static function refused(string $why): InvalidDocument
    {
        return InvalidDocument::because('the file', 'file', $why);
    }
}
