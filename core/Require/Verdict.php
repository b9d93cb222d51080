<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

use Pulsanda\Core\Pattern\Stroke;

/** Whether a requirement is met, in a sentence for a student, with the strokes that show it. */
final readonly class Verdict
{
    /** @param list<Stroke> $evidence where it is seen, by tick */
    private function __construct(public bool $passed, public string $text, public array $evidence)
    {
    }

    /**
     * @param string       $met      the sentence when it is passed
     * @param string       $missed   the sentence when it is failed: what there is, and what to do
     * @param list<Stroke> $evidence
     */
    public static function of(bool $passed, string $met, string $missed, array $evidence = []): self
    {
        return new self($passed, $passed ? $met : $missed, $evidence);
    }
}
