<?php

declare(strict_types=1);

namespace Herald\Starter;

use Composer\Pcre\Preg;
use Herald\Block\Button;
use Herald\Block\Response;
use Herald\Block\Text;
use Herald\Brand\Brand;
use Herald\Document\Json;
use Herald\Manuscript\Blocks;
use Herald\Manuscript\NormalForm;
use Herald\Manuscript\PartKind;
use Herald\Manuscript\Walk;
use Herald\Notice\Notice;
use Herald\Record\Path;
use Herald\Record\Vocabulary;
use Herald\Style\ColourRole;

/**
 * A ready-made message to begin with: a template whose variables name roles (`{role.first_name or "there"}`, see {@see Roles}) in place of fields, and whose blocks may be
 * left to what the record has (`"fresh": true`). What the record does not have is left out, block by block; what a notice must contain and the starter lacks is put in.
 */
final readonly class Starter
{
    /**
     * @param  bool  $dark  whether it is light on dark, in whatever brand
     * @param  array<array-key, mixed>  $document  in normal form: envelope and manuscript
     */
    private function __construct(public string $key, public string $name, public string $about, public bool $dark, private array $document)
    {
    }

    /**
     * @return array<string, self> by key, in the order in which they are offered
     */
    public static function all(): array
    {
        /** @var array<string, self>|null $all */
        static $all = null;
        if ($all === null) {
            $all = [];
            foreach (glob(__DIR__.'/starters/*.json') ?: [] as $file) {
                $json = Json::ofFile($file);
                $node = $json->node();
                $key = Preg::replace('/^\d+-/', '', basename($file, '.json'));
                $all[$key] = new self($key, $node->string('name'), $node->string('about'), $node->bool('dark'), NormalForm::of($json->data));
            }
        }

        return $all;
    }

    /**
     * The message for records of a kind: what a template has that begins with it.
     *
     * @param  Notice|null  $notice  that it is written for
     * @param  string  $pictures  the address that its pictures lie under
     * @return array{envelope: array<array-key, mixed>, manuscript: list<mixed>, look?: array<string, string>} in normal form
     */
    public function message(Vocabulary $vocabulary, ?Notice $notice, Brand $brand, string $pictures): array
    {
        $roles = Roles::of($vocabulary, $notice);
        $blocks = self::blocks($this->document['manuscript'], $vocabulary, $roles, $pictures);
        $blocks = $notice === null ? $blocks : self::completed($notice->withPlaces($blocks), $notice);
        $envelope = array_filter(array_map(static fn (mixed $runs): ?array => self::runs($runs, $roles, $pictures), is_array($this->document['envelope']) ? $this->document['envelope'] : []));
        $number = 0;

        return ['envelope' => ['subject' => [['variable' => 'source.name']], ...$envelope], 'manuscript' => array_values(self::numbered($blocks, $number)), ...($this->dark ? ['look' => self::look($brand)] : [])];
    }

    /**
     * @return list<array<array-key, mixed>>
     */
    private static function blocks(mixed $blocks, Vocabulary $vocabulary, Roles $roles, string $pictures): array
    {
        $made = [];
        foreach (is_array($blocks) ? $blocks : [] as $block) {
            $type = is_array($block) && is_string($block['type'] ?? null) ? $block['type'] : '';
            $class = Blocks::all()[$type] ?? null;
            if (! is_array($block) || $class === null) {
                continue;
            }
            $fresh = isset($block['fresh']) ? $class::fresh($vocabulary) : [];
            if ($fresh === null) {
                continue;
            }
            $block = self::object([...$fresh, ...array_diff_key($block, ['fresh' => 1])], $vocabulary, $roles, $pictures);
            // What must be there and is empty is something that the record does not have.
            $lacks = array_filter($class::schema()['required'] ?? [], static fn (string $part): bool => ($block[$part] ?? null) === []) !== [];
            $made = $block === null || $lacks ? $made : [...$made, $block];
        }

        return $made;
    }

    /**
     * A block, row or point with fields in place of roles.
     *
     * @param  array<array-key, mixed>  $object
     * @return array<array-key, mixed>|null null where the record lacks what it speaks of
     */
    private static function object(array $object, Vocabulary $vocabulary, Roles $roles, string $pictures): ?array
    {
        if (($object['value'] ?? null) === []) {
            return null;
        }
        foreach ($object as $part => $value) {
            if ($part === 'blocks') {
                $object[$part] = self::blocks($value, $vocabulary, $roles, $pictures);
                if ($object[$part] === []) {
                    return null;
                }
            } elseif (is_array($value) && array_is_list($value) && $value !== []) {
                $isWords = ! is_array($value[0]) || array_intersect_key($value[0], ['text' => 1, 'variable' => 1, 'break' => 1]) !== [] && ! isset($value[0]['id']);
                $made = $isWords ? self::runs($value, $roles, $pictures) : array_values(array_filter(array_map(static fn (mixed $one): mixed => is_array($one) ? self::object($one, $vocabulary, $roles, $pictures) : $one, $value)));
                if ($made === null || $made === []) {
                    return null;
                }
                $object[$part] = $made;
            }
        }

        return $object;
    }

    /**
     * Words with fields in place of roles.
     *
     * @return list<array<array-key, mixed>>|null null where one is not there and nothing is said instead
     */
    private static function runs(mixed $runs, Roles $roles, string $pictures): ?array
    {
        $made = [];
        foreach (is_array($runs) ? $runs : [] as $run) {
            if (! is_array($run)) {
                return null;
            }
            if (is_string($run['variable'] ?? null) && str_starts_with($run['variable'], 'role.')) {
                $path = $roles->path(substr($run['variable'], 5));
                $fallback = is_string($run['fallback'] ?? null) ? $run['fallback'] : '';
                if ($path === null && $fallback === '') {
                    return null;
                }
                $run = $path === null ? ['text' => $fallback] : [...$run, 'variable' => $path];
            }
            if (is_string($run['text'] ?? null)) {
                $run['text'] = str_replace('starters:', $pictures, $run['text']);
            }
            $made[] = $run;
        }

        return $made;
    }

    /**
     * With what the notice must contain and is not there yet.
     *
     * @param  list<array<array-key, mixed>>  $blocks
     * @return list<array<array-key, mixed>>
     */
    private static function completed(array $blocks, Notice $notice): array
    {
        $named = $asked = [];
        foreach (Walk::through(['manuscript' => $blocks], $notice->vocabulary) as $piece) {
            $asked[] = Response::asked($piece);
            foreach ($piece->kind === PartKind::Condition ? [] : $piece->variables() as $variable) {
                $named[$variable['path']] = ($named[$variable['path']] ?? false) || $piece->guards === [];
            }
        }
        foreach (array_diff($notice->requiredAnswers, $asked) as $key) {
            $after = array_search(Text::type(), array_column($blocks, 'type'), true);
            array_splice($blocks, is_int($after) ? $after + 1 : count($blocks), 0, [['id' => 'x', ...Response::asking($notice->vocabulary->questions[$key], $notice->vocabulary)]]);
        }
        foreach ([...$notice->requiredVariables, ...$notice->requiredLinks] as $path) {
            if (($named[$path] ?? false) === false) {
                $label = [['text' => $notice->vocabulary->field(Path::of($path))->label->in('en')]];
                // Among the first words, not beneath the signature.
                $after = array_search(Text::type(), array_column($blocks, 'type'), true);
                array_splice($blocks, is_int($after) ? $after + 1 : count($blocks), 0, [in_array($path, $notice->requiredLinks, true)
                    ? ['type' => Button::type(), 'id' => 'x', 'label' => $label, 'link' => [['variable' => $path]]]
                    : ['type' => Text::type(), 'id' => 'x', 'text' => [...$label, ['text' => ': '], ['variable' => $path]]]]);
            }
        }

        return $blocks;
    }

    /**
     * With an id of its own for each object.
     *
     * @param  array<array-key, mixed>  $object
     * @return array<array-key, mixed>
     */
    private static function numbered(array $object, int &$number): array
    {
        if (isset($object['id']) || isset($object['type'])) {
            $object = ['id' => 's'.++$number, ...array_diff_key($object, ['id' => 1])];
        }
        foreach ($object as $part => $value) {
            $object[$part] = is_array($value) ? self::numbered($value, $number) : $value;
        }

        return $object;
    }

    /**
     * The brand's own colours for dark surroundings, worn in all.
     *
     * @return array<string, string>
     */
    private static function look(Brand $brand): array
    {
        $dark = $brand->dark($brand->colours);

        return array_combine(array_column(ColourRole::cases(), 'value'), array_map(static fn (ColourRole $role): string => $dark->of($role)->hex(), ColourRole::cases()));
    }
}
