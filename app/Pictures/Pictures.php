<?php

declare(strict_types=1);

namespace App\Pictures;

use App\Models\Picture;
use App\Models\Source;
use App\Models\User;
use Composer\Pcre\Preg;
use Herald\Value\Clean;
use Illuminate\Contracts\Filesystem\Filesystem;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use Illuminate\Validation\ValidationException;
use Intervention\Image\Constraint;
use Intervention\Image\Image;
use Intervention\Image\ImageManager;
use League\Flysystem\FilesystemException;
use Symfony\Component\Process\Exception\ProcessTimedOutException;
use Symfony\Component\Process\Process;

/**
 * The store of pictures: takes them in, made anew from their pixels so that nothing else of the file is kept, and hands them out in the widths that messages show. What
 * strangers ask for is never made for them.
 */
final class Pictures
{
    /** Of a file, in KB. */
    public const HEAVIEST = 5_120;

    /** Twice the width of the widest message, in px: nothing is shown larger. */
    private const WIDEST = 1_440;

    /** A picture with more pixels than this is not even unpacked. */
    private const MOST_PIXELS = 24_000_000;

    /** The width our own pages show it in, in px. */
    public const SHOWN = 640;

    /** The address that widths and names of pictures are put behind, as messages load them. */
    public static function address(): string
    {
        return rtrim(config()->string('app.url'), '/').'/pictures/';
    }

    /** Where mail programs load them from. */
    public static function origin(): string
    {
        return Preg::replace('~^(https?://[^/]+).*$~', '$1', self::address());
    }

    /**
     * @param  string  $bytes  of the file
     * @param  string  $called  its name
     *
     * @throws ValidationException when it is not a picture
     */
    public static function take(Source $source, string $bytes, string $called, ?User $user): Picture
    {
        $picture = self::decoded(self::isSvg($bytes) ? self::drawn($bytes) : $bytes);
        $picture = self::resized($picture, self::WIDEST);
        $photograph = getimagesizefromstring($bytes);
        $kind = is_array($photograph) && $photograph[2] === IMAGETYPE_JPEG ? 'jpg' : 'png';
        $bytes = self::encoded($picture, $kind);
        $name = substr(hash('sha256', $bytes), 0, 32).'.'.$kind;
        self::put("pictures/{$name}", $bytes);
        self::fit($name, self::SHOWN);

        return Picture::query()->firstOrCreate(['source_id' => $source->id, 'name' => $name], [
            'width' => $picture->width(), 'height' => $picture->height(), 'weight' => strlen($bytes), 'called' => Str::limit(Clean::line(basename(mb_scrub($called, 'UTF-8'))), 200), 'user_id' => $user?->id,
        ]);
    }

    /** How many pixels there are to work on in what is said to be a picture; of one that is drawn, at most. */
    public static function pixels(string $bytes): int
    {
        $size = @getimagesizefromstring($bytes);

        return $size === false ? (self::isSvg($bytes) ? self::WIDEST * self::WIDEST : 0) : $size[0] * $size[1];
    }

    /** Makes it ready in a width, which it is not stretched to. */
    public static function fit(string $name, int $width): void
    {
        $disk = self::disk();
        if ($disk->exists("pictures/{$width}/{$name}")) {
            return;
        }
        $bytes = self::bytes($name);
        $picture = self::decoded($bytes);
        self::put("pictures/{$width}/{$name}", $picture->width() <= $width ? $bytes : self::encoded(self::resized($picture, $width), str_ends_with($name, '.jpg') ? 'jpg' : 'png'));
    }

    /** The bytes of a picture as it was taken in. */
    public static function bytes(string $name): string
    {
        return self::disk()->get("pictures/{$name}") ?? '';
    }

    /** The address of a picture in a width, which is made ready. */
    public static function addressOf(string $name, int $width): string
    {
        self::fit($name, $width);

        return self::address()."{$width}/{$name}";
    }

    /** Takes it out of the store, in all widths. */
    public static function remove(string $name): void
    {
        $disk = self::disk();
        $disk->delete(["pictures/{$name}", ...array_map(static fn (string $folder): string => "{$folder}/{$name}", $disk->directories('pictures'))]);
    }

    /** How heavy it is in a width it was made ready in, in bytes. */
    public static function weight(string $name, int $width): int
    {
        return self::disk()->size("pictures/{$width}/{$name}");
    }

    /** Where it lies in the store; null when it was not made ready in that width. */
    public static function path(string $name, int $width): ?string
    {
        return self::disk()->exists("pictures/{$width}/{$name}") ? "pictures/{$width}/{$name}" : null;
    }

    public static function disk(): Filesystem
    {
        return Storage::disk('local');
    }

    /** Lays it down whole: whoever reads it while the same is taken in once more finds no half of it. */
    private static function put(string $path, string $bytes): void
    {
        $beside = $path.'.'.bin2hex(random_bytes(8));
        try {
            self::disk()->put($beside, $bytes);
            self::disk()->move($beside, $path);
        } catch (FilesystemException $e) {
            // Of what found no room, nothing is left.
            self::disk()->delete($beside);

            throw $e;
        }
    }

    private static function isSvg(string $bytes): bool
    {
        return Preg::isMatch('/^\s*(?:\xEF\xBB\xBF)?\s*<(?:\?xml|!--|!DOCTYPE\s+svg|svg)/i', substr($bytes, 0, 500)) && stripos($bytes, '<svg') !== false;
    }

    /** An SVG as PNG. It is drawn from its own text alone: nothing it refers to is loaded. */
    private static function drawn(string $svg): string
    {
        if (stripos($svg, '<!ENTITY') !== false) {
            throw self::refused('This SVG defines entities of its own. Save it without them, or as PNG.');
        }
        $process = new Process(['rsvg-convert', '--format=png', '--keep-aspect-ratio', '--width='.self::WIDEST, '--height='.self::WIDEST], sys_get_temp_dir(), input: $svg, timeout: 10);
        try {
            $process->run();
        } catch (ProcessTimedOutException) {
            throw self::refused('Drawing this SVG takes too long. Save it as PNG.');
        }

        return $process->isSuccessful() ? $process->getOutput() : throw self::refused('This SVG cannot be drawn. Save it as PNG.');
    }

    private static function decoded(string $bytes): Image
    {
        $size = @getimagesizefromstring($bytes);
        if ($size === false || ! in_array($size[2], [IMAGETYPE_PNG, IMAGETYPE_JPEG, IMAGETYPE_GIF, IMAGETYPE_WEBP], true)) {
            throw self::refused('That is not a picture: PNG, JPEG, GIF, WebP and SVG can be read.');
        }
        if ($size[0] * $size[1] > self::MOST_PIXELS) {
            throw self::refused("This picture has {$size[0]} times {$size[1]} pixels; ".(self::MOST_PIXELS / 1_000_000).' million are the most.');
        }
        try {
            $picture = (new ImageManager(['driver' => 'gd']))->make($bytes);
        } catch (\Throwable) {
            throw self::refused('This picture is damaged and cannot be read.');
        }

        return $size[2] === IMAGETYPE_JPEG ? $picture->rotate(self::turned($bytes)) : $picture;
    }

    /** By how many degrees a photograph is to be turned: cameras lay it down as they were held, and note it (EXIF, Orientation). */
    private static function turned(string $bytes): int
    {
        $stream = fopen('php://memory', 'r+b') ?: throw new \RuntimeException('There is no room for the picture');
        fwrite($stream, $bytes);
        rewind($stream);
        $noted = function_exists('exif_read_data') ? @exif_read_data($stream) : false;

        return [3 => 180, 6 => -90, 8 => 90][is_array($noted) && is_int($noted['Orientation'] ?? null) ? $noted['Orientation'] : 1] ?? 0;
    }

    /** The same, no wider than that. */
    private static function resized(Image $picture, int $width): Image
    {
        return $picture->resize($width, null, static function (Constraint $keeping): void {
            $keeping->aspectRatio();
            $keeping->upsize();
        });
    }

    /**
     * @param  'jpg'|'png'  $kind
     */
    private static function encoded(Image $picture, string $kind): string
    {
        return (string) $picture->encode($kind, 86);
    }

    private static function refused(string $reason): ValidationException
    {
        return ValidationException::withMessages(['picture' => $reason]);
    }
}
