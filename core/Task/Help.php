<?php

declare(strict_types=1);

namespace Pulsanda\Core\Task;

use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;

/**
 * What a student may learn: before handing in a question and how often, whether requirements tick themselves, and listening to a target
 * that is only heard; with the answer, the mark that was suggested.
 */
final readonly class Help
{
    public const MOST = 1000;

    private function __construct(
        public Question $ask,
        public ?int $times,
        public bool $ticks,
        public ?int $hearings,
        public bool $byBar,
        public bool $slower,
        public bool $suggested,
        public bool $few,
    ) {
    }

    /**
     * @param int|null $times     how often the question may be asked; null for as often as one likes
     * @param bool     $ticks     whether the requirements tick themselves while the student works
     * @param int|null $hearings  how often a target that is only heard may be played; null for as often as one likes
     * @param bool     $byBar     whether it may be played bar by bar
     * @param bool     $slower    whether it may be played slower
     * @param bool     $suggested whether, with the answer, the mark is told that was suggested to the teacher, and how it was reckoned
     * @param bool     $few       whether only the first two comments are told, and the rest once those are done: for beginners
     *
     * @throws InvalidInput
     */
    public static function of(
        Question $ask = Question::Nothing,
        ?int $times = null,
        bool $ticks = true,
        ?int $hearings = null,
        bool $byBar = true,
        bool $slower = true,
        bool $suggested = false,
        bool $few = false,
    ): self {
        foreach (['times' => $times, 'hearings' => $hearings] as $key => $value) {
            if (null !== $value) {
                Range::check($key, $value, 1, self::MOST);
            }
        }

        return new self($ask, $times, $ticks, $hearings, $byBar, $slower, $suggested, $few);
    }

    /** @throws InvalidInput */
    public static function fromData(mixed $data, string $path): self
    {
        $fields = Fields::of($data, $path, ['ask', 'times', 'ticks', 'hearings', 'byBar', 'slower', 'suggested', 'few']);
        $ask = Question::tryFrom($fields->string('ask', Question::Nothing->value)) ?? throw InvalidInput::at(
            $fields->at('ask'),
            'this must be "nothing", "count", "rows", "bars" or "places".',
        );

        return $fields->build(static fn (): self => self::of(
            $ask,
            $fields->isNull('times') ? null : $fields->int('times'),
            $fields->bool('ticks', true),
            $fields->isNull('hearings') ? null : $fields->int('hearings'),
            $fields->bool('byBar', true),
            $fields->bool('slower', true),
            $fields->bool('suggested', false),
            $fields->bool('few', false),
        ));
    }

    /** @return array<string, mixed> */
    public function toData(): array
    {
        return [
            'ask' => $this->ask->value,
            'times' => $this->times,
            'ticks' => $this->ticks,
            'hearings' => $this->hearings,
            'byBar' => $this->byBar,
            'slower' => $this->slower,
            'suggested' => $this->suggested,
            'few' => $this->few,
        ];
    }
}
