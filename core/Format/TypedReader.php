<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;

/**
 * Reads a pattern as books and paper write it, a line an instrument: places, grids of signs, drum tabs of several staffs.
 * docs/typed.md is its grammar, with what can be read in two ways and how that is decided.
 */
final class TypedReader
{
    /** Between two beats, as it is counted in the languages that are read. */
    private const AND = ['&', '+', 'and', 'und', 'et', 'y'];
    public const MOST_TEXT = 20_000;
    /** A row of sixty-fourths over sixteen bars of 4/4 has 1,024 cells. */
    private const MOST_LINE = 2_000;
    private const MOST_LINES = 400;
    private const MOST_REPEATS = 16;

    /** @var array<string, array<int, Hit>> by instrument and tick */
    private array $rows = [];
    /** @var array<string, Snap> */
    private array $snaps = [];
    /** @var list<array{TypedLine, TypedPlaces, int|null}> with the bar that was named above, from 0 */
    private array $places = [];
    /** Where the staff begins that is being read, its bars, and how often it is played. */
    private int $start = 0;
    private int $length = 0;
    private int $times = 1;
    /** @var array<string, true> instruments of that staff */
    private array $staff = [];

    private function __construct(private readonly Meter $meter)
    {
    }

    /**
     * The rows that a text names, over as many bars as it fills, its bare numbers as steps where they could be either.
     *
     * @throws InvalidInput naming the line and the word
     */
    public static function section(string $text, Meter $meter, string $name = 'A', int $least = 1): Section
    {
        return self::read($text, $meter, $least, Numbers::Steps, name: $name)->section;
    }

    /**
     * @param int           $least   bars that there are at least
     * @param Numbers|null  $numbers what bare numbers count that could be either; null to decide it
     * @param CountingStyle $style   of the class, which decides where nothing in the text does
     *
     * @throws InvalidInput naming the line and the word
     */
    public static function read(
        string $text,
        Meter $meter,
        int $least = 1,
        ?Numbers $numbers = null,
        CountingStyle $style = CountingStyle::Syllables,
        string $name = 'A',
    ): TypedReading {
        if (mb_strlen($text) > self::MOST_TEXT) {
            throw InvalidInput::at('text', \sprintf('this is longer than %d characters; take a part of it.', self::MOST_TEXT));
        }
        $reader = new self($meter);
        $reader->lines(strtr($text, ['●' => 'x', '○' => '-', '×' => 'x', '—' => '-', '·' => '.', "\u{A0}" => ' ']));
        $either = array_merge([], ...array_map(static fn (array $one): array => $one[1]->either, $reader->places));
        $chosen = $numbers ?? $reader->decided($style);
        $reader->take($chosen, max($least, $reader->bars()));

        return new TypedReading($reader->made($name, $least), [] === $either ? null : $chosen, \array_slice($either, 0, 4));
    }

    private function lines(string $text): void
    {
        $bar = $counted = null;
        $lines = preg_split('/\R|;/u', $text) ?: throw InvalidInput::at('text', 'this is no text in UTF-8.');
        if (\count($lines) > self::MOST_LINES) {
            throw InvalidInput::at('text', \sprintf('this has more than %d lines; take a part of it.', self::MOST_LINES));
        }
        foreach ($lines as $number => $line) {
            $place = 'line '.($number + 1);
            $line = trim($line);
            if (\strlen($line) > self::MOST_LINE) {
                throw InvalidInput::at($place, \sprintf('this is longer than %d characters; break the line.', self::MOST_LINE));
            }
            if (1 === preg_match('/^bar\s+(\d{1,2})\s*:?\s*(.*)$/iu', $line, $match)) {
                $bar = (int) $match[1] - 1;
                $line = $match[2];
                if ($bar < 0 || $bar >= Section::MOST_BARS) {
                    throw InvalidInput::at($place, \sprintf('"bar %s": a section has bars 1 to %d.', $match[1], Section::MOST_BARS));
                }
            }
            if (1 === preg_match('/^[|\s:=]*$/u', $line) || str_starts_with($line, '#')) {
                // A staff ends where a line is empty.
                $this->nextStaff();
                continue;
            }
            $grid = $this->countingLine($line);
            if (null !== $grid) {
                $counted = $grid;
                continue;
            }
            [$line, $times] = self::repeats($line);
            $named = TypedLine::of($line, $place) ?? throw InvalidInput::at(
                $place,
                \sprintf(
                    '"%s" is no instrument that is known here; begin with one, as "kick" or "closed hat".',
                    mb_substr(strtok($line, ' ') ?: $line, 0, 20),
                ),
            );
            foreach ($named as $one) {
                $this->line($one, $bar, $counted, $times);
            }
        }
        $this->nextStaff();
    }

    private function line(TypedLine $one, ?int $bar, ?Snap $counted, int $times): void
    {
        if (!$one->isGrid()) {
            if (1 !== $times) {
                throw InvalidInput::at($one->place, 'only a grid with lines can be repeated.');
            }
            $this->rows[$one->instrument->value] ??= [];
            $this->places[] = [$one, TypedPlaces::of($one->rest, $this->meter, $one->place), $bar];

            return;
        }
        // The same instrument once more is the next staff.
        isset($this->staff[$one->instrument->value]) && null === $bar && $this->nextStaff();
        $grid = TypedGrid::read($one->rest, $one->instrument, $this->meter, $one->place, $counted);
        $from = ($bar ?? $this->start) * $this->meter->barTicks();
        $this->rows[$one->instrument->value] ??= [];
        foreach ($grid->hits as [$instrument, $hit]) {
            $this->put($instrument, $hit->moved($from + $hit->at, 0), $one->place);
        }
        $this->snaps[$one->instrument->value] = $grid->snap;
        $this->staff[$one->instrument->value] = true;
        $this->length = null === $bar ? max($this->length, $grid->bars) : $this->length;
        $this->times = max($this->times, $times);
    }

    private function put(Instrument $instrument, Hit $hit, string $place): void
    {
        if ($hit->at >= Section::MOST_BARS * $this->meter->barTicks()) {
            throw InvalidInput::at($place, \sprintf('this goes beyond bar %d; a section has no more.', Section::MOST_BARS));
        }
        $this->rows[$instrument->value][$hit->at] = $hit;
    }

    /** What comes is a staff of its own, in the bars after this one and its repetitions. */
    private function nextStaff(): void
    {
        $bar = $this->meter->barTicks();
        for ($turn = 1; $turn < $this->times; ++$turn) {
            foreach (array_keys($this->staff) as $name) {
                foreach ($this->rows[$name] as $at => $hit) {
                    if ($at >= $this->start * $bar && $at < ($this->start + $this->length) * $bar) {
                        $this->put(Instrument::from($name), $hit->moved($at + $turn * $this->length * $bar, 0), 'text');
                    }
                }
            }
        }
        $this->start += $this->length * $this->times;
        [$this->length, $this->times, $this->staff] = [0, 1, []];
    }

    /** What bare numbers count: what some line can only be; else as the class counts. */
    private function decided(CountingStyle $style): Numbers
    {
        $steps = [] !== array_filter($this->places, static fn (array $one): bool => $one[1]->steps);
        $beats = [] !== array_filter($this->places, static fn (array $one): bool => $one[1]->beats);

        return match (true) {
            $steps !== $beats => $steps ? Numbers::Steps : Numbers::Beats,
            default => CountingStyle::Steps === $style ? Numbers::Steps : Numbers::Beats,
        };
    }

    private function take(Numbers $numbers, int $bars): void
    {
        $isNamed = [] !== array_filter($this->places, static fn (array $one): bool => null !== $one[2]);
        foreach ($this->places as [$line, $places, $bar]) {
            foreach ($places->hits($numbers, null === $bar && !$isNamed ? $bars : 1) as [$at, $level]) {
                $this->put($line->instrument, Hit::of((int) $bar * $this->meter->barTicks() + $at, $level->entry()), $line->place);
            }
        }
    }

    /** @return int bars that grids and step numbers fill */
    private function bars(): int
    {
        $last = -1;
        foreach ($this->rows as $hits) {
            $last = max($last, ...[-1, ...array_keys($hits)]);
        }
        foreach ($this->places as [, $places, $bar]) {
            foreach ($places->steps ? $places->hits(Numbers::Steps, 1) : [] as [$at]) {
                $last = max($last, (int) $bar * $this->meter->barTicks() + $at);
            }
        }

        return max($this->start, intdiv($last, $this->meter->barTicks()) + 1);
    }

    private function made(string $name, int $least): Section
    {
        $bars = max($least, $this->bars());
        $rows = [];
        foreach ($this->rows as $value => $hits) {
            ksort($hits);
            $snap = $this->snaps[$value] ?? Grids::coarsest(array_keys($hits));
            $rows[] = Row::of(Instrument::from($value), array_values($hits), $snap);
        }
        if ($bars > Section::MOST_BARS) {
            throw InvalidInput::at('text', \sprintf('this goes to bar %d; a section has at most %d.', $bars, Section::MOST_BARS));
        }

        return Section::of($name, $bars, $rows, $this->meter);
    }

    /** @return Snap|null the grid of a line that only counts, "1 e & a 2 e & a"; null for any other line */
    private function countingLine(string $line): ?Snap
    {
        $plain = preg_replace('/[\s|.:]+/u', '', mb_strtolower($line)) ?? '';
        $count = $this->meter->count;
        $beats = range(1, $count);
        $ways = [
            [Snap::Sixteenth, 4 === $this->meter->unit ? array_map(static fn (string $and): string => "e{$and}a", self::AND) : self::AND],
            [Snap::Eighth, 4 === $this->meter->unit ? self::AND : ['']],
            [Snap::EighthTriplet, 4 === $this->meter->unit ? ['triplet', 'lali'] : []],
            [Snap::Quarter, 4 === $this->meter->unit ? [''] : []],
        ];
        foreach ($ways as [$snap, $words]) {
            foreach ($words as $word) {
                $bar = implode('', array_map(static fn (int $beat): string => $beat.$word, $beats));
                if (\strlen($plain) >= \strlen($bar) && str_repeat($bar, intdiv(\strlen($plain), \strlen($bar))) === $plain) {
                    return $snap;
                }
            }
        }
        $steps = intdiv($this->meter->barTicks(), Snap::Sixteenth->ticks());

        return implode('', range(1, $steps)) === $plain ? Snap::Sixteenth : null;
    }

    /** @return array{string, int} the line without its repeat signs, and how often it is played */
    private static function repeats(string $line): array
    {
        if (1 === preg_match('/^(.*\|)\s*\(?(?:[x×]\s*(\d{1,2})|(\d{1,2})\s*[x×])\)?$/u', $line, $match)) {
            $times = (int) (($match[2] ?? '').($match[3] ?? ''));

            return [str_replace(['|:', ':|'], '|', $match[1]), max(1, min(self::MOST_REPEATS, $times))];
        }

        return [str_replace(['|:', ':|'], '|', $line), str_contains($line, ':|') ? 2 : 1];
    }
}
