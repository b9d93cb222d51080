<?php

declare(strict_types=1);

namespace Pulsanda\Core\Task;

use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\Section;

/** What a task leaves open to the student. Everything else stays as in the pattern that they begin with. */
final readonly class Freedom
{
    /** Lowest and highest quarter notes per minute that can be left open. */
    public const TEMPO = [10, 800];
    /** Fewest and most milliseconds within which a stroke that is drummed in can be in time. */
    public const PLAYED = [5, 100];

    /**
     * @param array{low: float, high: float}|null $tempo     quarter notes per minute that may be chosen; null when the tempo is set
     * @param bool                                $kit       which sounds it is played with
     * @param bool                                $form      bars, sections and their order
     * @param bool                                $rows      whether instruments that are not offered may be added
     * @param list<Instrument>                    $required  rows that every section keeps
     * @param list<Instrument>                    $forbidden rows that cannot be added
     * @param int|null                            $played    milliseconds within which a stroke is in time, of a beat that is to be drummed
     *                                                       in; null where it may be clicked
     */
    private function __construct(
        public ?array $tempo,
        public bool $meter,
        public bool $swing,
        public bool $form,
        public bool $rows,
        public array $required,
        public array $forbidden,
        public bool $kit,
        public ?int $played,
    ) {
    }

    /**
     * @param array{low: float, high: float}|null $tempo
     * @param list<Instrument>                    $required
     * @param list<Instrument>                    $forbidden
     *
     * @throws InvalidInput
     */
    public static function of(
        ?array $tempo = null,
        bool $meter = false,
        bool $swing = false,
        bool $form = false,
        bool $rows = false,
        array $required = [],
        array $forbidden = [],
        bool $kit = true,
        ?int $played = null,
    ): self {
        if (null !== $tempo) {
            Range::check('tempo.low', $tempo['low'], ...self::TEMPO);
            Range::check('tempo.high', $tempo['high'], $tempo['low'], self::TEMPO[1]);
        }
        Range::check('played', $played ?? self::PLAYED[0], ...self::PLAYED);
        foreach ($required as $i => $instrument) {
            if (\in_array($instrument, $forbidden, true)) {
                throw InvalidInput::at("required[$i]", "$instrument->value cannot be required and forbidden; choose one.");
            }
        }

        return new self($tempo, $meter, $swing, $form, $rows, $required, $forbidden, $kit, $played);
    }

    /** @throws InvalidInput */
    public static function fromData(mixed $data, string $path): self
    {
        $fields = Fields::of($data, $path, ['tempo', 'meter', 'swing', 'form', 'rows', 'required', 'forbidden', 'kit', 'played']);
        $tempo = null;
        if (!$fields->isNull('tempo')) {
            $range = Fields::of($fields->value('tempo'), $fields->at('tempo'), ['low', 'high']);
            $tempo = ['low' => $range->number('low'), 'high' => $range->number('high')];
        }

        return $fields->build(static fn (): self => self::of(
            $tempo,
            $fields->bool('meter', false),
            $fields->bool('swing', false),
            $fields->bool('form', false),
            $fields->bool('rows', false),
            $fields->has('required') ? PatternReader::instruments($fields, 'required', 0, Section::MOST_ROWS) : [],
            $fields->has('forbidden') ? PatternReader::instruments($fields, 'forbidden', 0, \count(Instrument::cases())) : [],
            $fields->bool('kit', true),
            $fields->isNull('played') ? null : $fields->int('played'),
        ));
    }

    /** @return array<string, mixed> */
    public function toData(): array
    {
        $names = static fn (array $instruments): array => array_map(static fn (Instrument $one): string => $one->value, $instruments);

        return [
            'tempo' => $this->tempo,
            'meter' => $this->meter,
            'swing' => $this->swing,
            'form' => $this->form,
            'rows' => $this->rows,
            'required' => $names($this->required),
            'forbidden' => $names($this->forbidden),
            'kit' => $this->kit,
            'played' => $this->played,
        ];
    }

    /** Whether students may change the same: drumming in is a way to play, and changes no sheet. */
    public function opensAs(self $other): bool
    {
        $open = static fn (self $one): string => json_encode(['played' => null] + $one->toData(), \JSON_THROW_ON_ERROR);

        return $open($this) === $open($other);
    }

    /**
     * Refuses a pattern that changes what is not open.
     *
     * @param Pattern          $start   what the student begins with
     * @param list<Instrument> $offered
     *
     * @throws InvalidInput naming the place
     */
    public function check(Pattern $pattern, Pattern $start, array $offered): void
    {
        if (!$this->meter && !$pattern->meter->equals($start->meter)) {
            throw InvalidInput::at('meter', "the task is in $start->meter; keep that meter.");
        }
        $quarters = $pattern->tempo->quarters();
        if (null === $this->tempo && abs($quarters - $start->tempo->quarters()) > 0.01) {
            throw InvalidInput::at('tempo', 'the task fixes the tempo at '.$start->tempo->bpm().'; keep it.');
        }
        if (null !== $this->tempo && ($quarters < $this->tempo['low'] - 0.01 || $quarters > $this->tempo['high'] + 0.01)) {
            throw InvalidInput::at(
                'tempo',
                \sprintf(
                    'the task asks for ♩ = %s to %s; choose one between.',
                    $this->tempo['low'],
                    $this->tempo['high'],
                ),
            );
        }
        if (!$this->swing && !$pattern->swing->equals($start->swing)) {
            throw InvalidInput::at('swing', 'the task fixes the swing at '.$start->swing->percent.' percent; keep it.');
        }
        if (!$this->kit && $pattern->kit !== $start->kit) {
            throw InvalidInput::at('kit', "the task is played with the kit $start->kit; keep it.");
        }
        if (!$this->kit) {
            self::checkSounds($pattern, $start);
        }
        if (!$this->form) {
            self::checkForm($pattern, $start);
        }
        foreach ($pattern->sections as $s => $section) {
            $this->checkRows($section, "sections[$s]", $offered);
        }
    }

    /** Where the task sets the sound of an instrument, it belongs to the kit; two rows of one may have two. */
    private static function checkSounds(Pattern $pattern, Pattern $start): void
    {
        $given = [];
        foreach ($start->sections as $section) {
            foreach ($section->rows as $row) {
                $given[$row->instrument->value][] = $row->sound;
            }
        }
        $given = array_filter($given, static fn (array $sounds): bool => [] !== array_filter($sounds, \is_string(...)));
        foreach ($pattern->sections as $s => $section) {
            foreach ($section->rows as $r => $row) {
                if (!\in_array($row->sound, $given[$row->instrument->value] ?? [$row->sound], true)) {
                    throw InvalidInput::at("sections[$s].rows[$r].sound", 'the task sets the sound of this row; keep it.');
                }
            }
        }
    }

    private static function checkForm(Pattern $pattern, Pattern $start): void
    {
        $names = static fn (Pattern $one): array => array_map(static fn (Section $section): string => $section->name, $one->sections);
        if ($names($pattern) !== $names($start)) {
            throw InvalidInput::at('sections', 'the task sets the sections; keep '.implode(', ', $names($start)).'.');
        }
        foreach ($pattern->sections as $s => $section) {
            $bars = $start->sections[$s]->bars;
            if ($section->bars !== $bars) {
                throw InvalidInput::at(
                    "sections[$s].bars",
                    "the task has $bars ".(1 === $bars ? 'bar' : 'bars').' here; keep that length.',
                );
            }
        }
        if (!$pattern->hasOrderOf($start)) {
            throw InvalidInput::at('order', 'the task sets the order; keep it.');
        }
    }

    /** @param list<Instrument> $offered */
    private function checkRows(Section $section, string $path, array $offered): void
    {
        $present = [];
        foreach ($section->rows as $r => $row) {
            $present[] = $row->instrument;
            if (\in_array($row->instrument, $this->forbidden, true) || (!$this->rows && !\in_array($row->instrument, $offered, true))) {
                throw InvalidInput::at(
                    "{$path}.rows[$r].instrument",
                    'the task does not offer '.lcfirst($row->instrument->label()).'; remove this row.',
                );
            }
        }
        foreach ($this->required as $instrument) {
            if (!\in_array($instrument, $present, true)) {
                throw InvalidInput::at("{$path}.rows", 'the task needs a row of '.lcfirst($instrument->label()).'; add it again.');
            }
        }
    }
}
