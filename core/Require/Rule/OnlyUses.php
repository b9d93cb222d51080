<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Stroke;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** No other instruments than these are heard. */
final readonly class OnlyUses implements Requirement
{
    /** @param list<Instrument> $instruments */
    public function __construct(private array $instruments)
    {
    }

    public function kind(): string
    {
        return 'only-uses';
    }

    public function asks(): string
    {
        return 'Nothing but '.Submission::names($this->instruments).' is heard.';
    }

    public function check(Submission $submission): Verdict
    {
        $others = array_values(array_filter($submission->instruments(), fn (Instrument $one): bool => !\in_array($one, $this->instruments, true)));
        $evidence = array_values(array_filter($submission->strokes, static fn (Stroke $stroke): bool => \in_array($stroke->instrument, $others, true)));

        return Verdict::of([] === $others, 'Only '.Submission::names($this->instruments).' are heard.', 'Take out '.Submission::names($others).'; only '.Submission::names($this->instruments).' are asked for.', $evidence);
    }
}
