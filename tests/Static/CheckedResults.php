<?php

declare(strict_types=1);

namespace Tests\Static;

use PhpParser\Node;
use PhpParser\Node\Expr\FuncCall;
use PhpParser\Node\Name;
use PHPStan\Analyser\Scope;
use PHPStan\Node\Printer\Printer;
use PHPStan\Rules\IdentifierRuleError;
use PHPStan\Rules\Rule;
use PHPStan\Rules\RuleErrorBuilder;

/**
 * A rule for PHPStan: what fails says so. Functions that answer `false` or `null` when a text is too much for them have
 * counterparts that throw; read on, such an answer would be an empty text.
 *
 * @implements Rule<FuncCall>
 */
final class CheckedResults implements Rule
{
    private const PATTERNS = '/^(preg_(?!quote$)\w+|iconv\w*|json_last_error(_msg)?)$/';

    public function __construct(private readonly Printer $printer)
    {
    }

    public function getNodeType(): string
    {
        return FuncCall::class;
    }

    /** @return list<IdentifierRuleError> */
    public function processNode(Node $node, Scope $scope): array
    {
        $name = $node->name instanceof Name ? $node->name->toLowerString() : '';
        $error = match (true) {
            preg_match(self::PATTERNS, $name) === 1 => "{$name}() fails silently: use Composer\\Pcre\\Preg, or what throws.",
            in_array($name, ['json_encode', 'json_decode'], true) && preg_match('/JSON_(THROW|PARTIAL_OUTPUT)_ON_ERROR/', $this->printer->prettyPrintExpr($node)) !== 1 => "{$name}() fails silently: say JSON_THROW_ON_ERROR, or JSON_PARTIAL_OUTPUT_ON_ERROR for what is only shown.",
            default => null,
        };

        return $error === null ? [] : [RuleErrorBuilder::message($error)->identifier('herald.uncheckedResult')->build()];
    }
}
