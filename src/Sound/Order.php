<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Sound\Mix\Excerpt;

/** How somebody wants to take beats away: format, how much of each, as a loop, a file each, a file a row, or all in one as a parade. */
final readonly class Order
{
    public const KEYS = ['format', 'passes', 'section', 'loop', 'rows', 'parade'];

    private function __construct(
        public AudioFormat $format,
        public int $passes,
        public ?string $section,
        public bool $loop,
        public bool $rows,
        public bool $parade,
    ) {
    }

    /** @throws InvalidInput */
    public static function of(Fields $fields): self
    {
        $format = AudioFormat::tryFrom($fields->string('format')) ?? throw InvalidInput::at(
            'format',
            'this must be one of: '.implode(', ', array_column(AudioFormat::cases(), 'value')).'.',
        );

        return new self(
            $format,
            $fields->int('passes', 1),
            $fields->has('section') && !$fields->isNull('section') ? $fields->string('section') : null,
            $fields->bool('loop', false),
            $fields->bool('rows', false),
            $fields->bool('parade', false),
        );
    }

    /** @return array<string, mixed> */
    public function toData(): array
    {
        return [
            'format' => $this->format->value,
            'passes' => $this->passes,
            'section' => $this->section,
            'loop' => $this->loop,
            'rows' => $this->rows,
            'parade' => $this->parade,
        ];
    }

    /** @return Excerpt all of a beat of a parade, again and again until so many ticks are full */
    public static function marching(Pattern $pattern, int $ticks): Excerpt
    {
        return Excerpt::whole($pattern, (int) ceil($ticks / $pattern->ticks()));
    }

    /** @throws InvalidInput where the pattern has no such section, or it lasts too long */
    public function excerpt(Pattern $pattern): Excerpt
    {
        $excerpt = null === $this->section
            ? Excerpt::whole($pattern, $this->passes)
            : Excerpt::section($pattern, $this->section, $this->passes);

        return $this->loop ? $excerpt->asLoop() : $excerpt;
    }
}
