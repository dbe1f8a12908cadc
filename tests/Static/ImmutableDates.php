<?php

declare(strict_types=1);

namespace Tests\Static;

use Carbon\Carbon;
use PhpParser\Node;
use PhpParser\Node\Expr\MethodCall;
use PhpParser\Node\Identifier;
use PhpParser\Node\Name;
use PHPStan\Analyser\Scope;
use PHPStan\Rules\IdentifierRuleError;
use PHPStan\Rules\Rule;
use PHPStan\Rules\RuleErrorBuilder;
use PHPStan\Type\ObjectType;

/**
 * A rule for PHPStan: dates are immutable. Neither is a mutable class of dates named, nor an object of one changed.
 *
 * @implements Rule<Node>
 */
final class ImmutableDates implements Rule
{
    private const MUTABLE = [\DateTime::class, Carbon::class, \Illuminate\Support\Carbon::class];

    /** Methods that change a mutable date in place. */
    private const CHANGING = '/^(add|sub|set|modify|startOf|endOf|next|previous|shift|round|floor|ceil|timezone|tz$|utc$|local$)/i';

    public function getNodeType(): string
    {
        return Node::class;
    }

    private static function changes(Node $node, Scope $scope): bool
    {
        return $node instanceof MethodCall && $node->name instanceof Identifier && preg_match(self::CHANGING, $node->name->name) === 1
            && (new ObjectType(\DateTime::class))->isSuperTypeOf($scope->getType($node->var))->yes();
    }

    /** @return list<IdentifierRuleError> */
    public function processNode(Node $node, Scope $scope): array
    {
        $named = $node instanceof Name && in_array($scope->resolveName($node), self::MUTABLE, true);

        return $named || self::changes($node, $scope) ? [RuleErrorBuilder::message('Dates are immutable: use CarbonImmutable or DateTimeImmutable.')->identifier('herald.mutableDate')->build()] : [];
    }
}
