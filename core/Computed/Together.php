<?php

declare(strict_types=1);

namespace Herald\Computed;

use Composer\Pcre\Preg;
use Herald\Document\Node;
use Herald\Manuscript\Words;
use Herald\Record\Computation;
use Herald\Record\NotComputable;
use Herald\Record\Vocabulary;
use Herald\Value\Type;
use Herald\Value\Type\FieldType;

/** A text put together of others, `{order.customer.first_name} {order.customer.last_name}`; what is empty leaves no blanks behind. */
final readonly class Together implements Computation
{
    /** In bytes: fields that are put together of such fields would double with each. */
    private const LONGEST = 20_000;

    /**
     * @param  list<string|Operand>  $pieces
     */
    private function __construct(private array $pieces)
    {
    }

    public static function name(): string
    {
        return 'text';
    }

    public static function schema(): array
    {
        return [
            'title' => 'Text put together', 'required' => ['text'],
            'properties' => ['text' => ['title' => 'Text', 'description' => 'with fields in brackets: {order.number}', 'x-ask' => 'text', 'x-types' => Operand::names(Operand::WORDS), 'type' => 'string', 'minLength' => 1, 'maxLength' => 1000]],
        ];
    }

    public static function read(Node $node, Vocabulary $vocabulary): self
    {
        $odd = [];
        $pieces = [];
        foreach (Words::runs($node->string('text'), $odd) as $run) {
            if (isset($run['format']) || isset($run['fallback'])) {
                throw $node->fault('text', 'fields stand here as they are, without formats and without what is said when they are empty');
            }
            $pieces[] = isset($run['variable']) ? Operand::read(new Node(['text' => $run['variable']], $node->place, $node->document), 'text', $vocabulary, Operand::WORDS) : (is_string($run['text'] ?? null) ? $run['text'] : ' ');
        }
        foreach ($odd as $one) {
            throw $node->fault('text', "\"{$one}\" cannot be read as a field");
        }

        return new self($pieces);
    }

    public function type(): FieldType
    {
        return new Type\Text;
    }

    public function value(array $data): ?string
    {
        $said = false;
        $words = '';
        foreach ($this->pieces as $piece) {
            $value = $piece instanceof Operand ? $piece->path->in($data) : $piece;
            $said = $said || ($piece instanceof Operand && is_scalar($value) && $value !== '');
            $words .= is_scalar($value) ? (string) $value : '';
            if (strlen($words) > self::LONGEST) {
                throw new NotComputable('It has more than '.number_format(self::LONGEST).' letters');
            }
        }

        return $said ? trim(Preg::replace('/ {2,}/', ' ', $words)) : null;
    }

    public function sentence(): string
    {
        return implode('', array_map(static fn (string|Operand $piece): string => $piece instanceof Operand ? "[{$piece->label}]" : $piece, $this->pieces));
    }
}
