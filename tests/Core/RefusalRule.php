<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core;

use PhpParser\Node;
use PhpParser\Node\Expr\CallLike;
use PhpParser\Node\Expr\New_;
use PhpParser\Node\Expr\StaticCall;
use PhpParser\Node\Name;
use PHPStan\Analyser\Scope;
use PHPStan\Rules\Rule;
use PHPStan\Rules\RuleErrorBuilder;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Language\RefusalSentences;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\TextGrid;
use Pulsanda\Core\Shelf\Groove;

/**
 * Read by phpstan: a sentence that refuses stands in lang/en/refusals.json, where it has its code, and so in every language.
 *
 * @implements Rule<CallLike>
 */
final class RefusalRule implements Rule
{
    /** Read by who writes grooves, and by nobody else. */
    private const OURS = [TextGrid::class, Groove::class];

    private ?RefusalSentences $known = null;

    public function getNodeType(): string
    {
        return CallLike::class;
    }

    public function processNode(Node $node, Scope $scope): array
    {
        $class = $scope->getClassReflection()?->getName() ?? '';
        if (!str_starts_with($class, 'Pulsanda\\') || str_starts_with($class, 'Pulsanda\Tests') || \in_array($class, self::OURS, true)) {
            return [];
        }
        $sentence = match (true) {
            $node instanceof StaticCall && self::is($node->class, InvalidInput::class, $scope) => $node->getArgs()[1] ?? null,
            $node instanceof New_ && self::is($node->class, Conflict::class, $scope) => $node->getArgs()[0] ?? null,
            default => null,
        };
        $errors = [];
        foreach (null === $sentence ? [] : $scope->getType($sentence->value)->getConstantStrings() as $string) {
            $this->known ??= new RefusalSentences(__DIR__.'/../../lang/en/refusals.json');
            if (null === $this->known->find($string->getValue())) {
                $errors[] = RuleErrorBuilder::message("\"{$string->getValue()}\" has no code in lang/en/refusals.json.")
                    ->identifier('pulsanda.refusal')
                    ->build();
            }
        }

        return $errors;
    }

    private static function is(Node $named, string $class, Scope $scope): bool
    {
        return $named instanceof Name && $class === $scope->resolveName($named);
    }
}
