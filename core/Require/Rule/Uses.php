<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require\Rule;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Require\Requirement;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Require\Verdict;

/** All these instruments are heard. */
final readonly class Uses implements Requirement
{
    /** @param list<Instrument> $instruments */
    public function __construct(private array $instruments)
    {
    }

    public function kind(): string
    {
        return 'uses';
    }

    public function asks(): string
    {
        return ucfirst(Submission::names($this->instruments)).(1 === \count($this->instruments) ? ' is' : ' are').' heard.';
    }

    public function check(Submission $submission): Verdict
    {
        $missing = array_values(array_filter($this->instruments, static fn (Instrument $one): bool => [] === $submission->on($one)));

        return Verdict::of([] === $missing, ucfirst(Submission::names($this->instruments)).': all are heard.', 'Not heard yet: '.Submission::names($missing).'.');
    }
}
