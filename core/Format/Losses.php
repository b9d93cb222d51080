<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

use Pulsanda\Core\Notation\Staff;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\Swing;

/** What each kind of file cannot hold, in one table, and how much of it a pattern has. */
final readonly class Losses
{
    /** By kind: what is lost, where a pattern has it. A kind that is not here holds everything. */
    public const TABLE = [
        'mid' => [Loss::Odds, Loss::Hands, Loss::Muted, Loss::Cycles, Loss::Sound],
        // Without swing and push.
        'mid-written' => [Loss::Odds, Loss::Hands, Loss::Muted, Loss::Cycles, Loss::Sound, Loss::Pushes, Loss::Swing],
        'musicxml' => [Loss::Odds, Loss::Pushes, Loss::Rolls, Loss::OffGrid, Loss::Muted, Loss::Cycles, Loss::Sound],
        'csv' => [Loss::Rolls, Loss::OffGrid, Loss::Muted, Loss::Swing, Loss::Tempo, Loss::Sections, Loss::Cycles, Loss::Sound],
        'txt' => [
            Loss::Velocities, Loss::Pushes, Loss::Rolls, Loss::Odds, Loss::Ornaments, Loss::Hands, Loss::OffGrid, Loss::Muted, Loss::Swing,
            Loss::Tempo, Loss::Sections, Loss::Cycles, Loss::Sound,
        ],
    ];

    /** Strokes of a roll that notation has a sign for. */
    private const NOTATED_ROLLS = [1, 2, 4, 8];

    private function __construct(private Pattern $pattern, private string $kind)
    {
    }

    /**
     * @param string $kind a key of TABLE, or any other for a kind that keeps everything
     *
     * @return array<string, string> a sentence for each loss that the pattern has, by its name
     */
    public static function of(Pattern $pattern, string $kind): array
    {
        $losses = new self($pattern, $kind);
        $told = [];
        foreach (self::TABLE[$kind] ?? [] as $loss) {
            $sentence = $losses->sentence($loss);
            null === $sentence || $told[$loss->value] = $sentence;
        }

        return $told;
    }

    private function sentence(Loss $loss): ?string
    {
        $isScore = 'musicxml' === $this->kind;
        $sections = $this->pattern->sections;

        return match ($loss) {
            Loss::Velocities => self::counted(
                $this->hits(static fn (Hit $hit): bool => $hit->velocity !== Level::of($hit->velocity)->entry()),
                'exact velocity becomes',
                'exact velocities become',
                'ghost, soft, firm or accent',
            ),
            Loss::Pushes => self::counted($this->hits(static fn (Hit $hit): bool => 0 !== $hit->push), 'push is', 'pushes are', 'left out'),
            Loss::Rolls => self::counted(
                $this->hits($this->isLostRoll(...)),
                'roll is',
                'rolls are',
                $isScore ? 'written as 2, 4 or 8 strokes' : 'written as single hits',
            ),
            Loss::Odds => self::counted(
                $this->hits(static fn (Hit $hit): bool => 100 !== $hit->odds),
                'hit that sounds now and then is',
                'hits that sound now and then are',
                str_starts_with($this->kind, 'mid') ? 'written as in the first pass' : 'written as sure',
            ),
            Loss::Ornaments => self::counted($this->hits(self::hasLostOrnament(...)), 'flam or drag is', 'flams and drags are', 'left out'),
            Loss::Hands => self::counted($this->hits($this->hasLostHand(...)), 'hand is', 'hands are', 'left out'),
            Loss::OffGrid => self::counted(
                $this->offGrid(),
                'hit off the grid is',
                'hits off the grid are',
                $isScore ? 'written at the nearest place' : 'left out',
            ),
            Loss::Muted => self::counted($this->muted(), 'muted hit is', 'muted hits are', 'left out'),
            Loss::Swing => Swing::of()->percent === $this->pattern->swing->percent ? null : 'The swing is left out.',
            Loss::Tempo => 'Meter and tempo are not in a file of this kind.',
            Loss::Sections => 1 === \count($sections) ? null
                : "Only section {$sections[0]->name} is written; a file of this kind holds one.",
            Loss::Cycles => [] === array_filter($this->rows(), static fn (Row $row): bool => null !== $row->cycle) ? null
                : 'Rows that start over by themselves are written out.',
            Loss::Sound => 'Kit, balance and room are not in a file of this kind.',
        };
    }

    private static function counted(int $count, string $one, string $many, string $what): ?string
    {
        return 0 === $count ? null : "$count ".(1 === $count ? $one : $many)." $what.";
    }

    /** @return list<Section> those that are written */
    private function sections(): array
    {
        return \in_array(Loss::Sections, self::TABLE[$this->kind] ?? [], true) ? [$this->pattern->sections[0]] : $this->pattern->sections;
    }

    /** @return list<Row> */
    private function rows(): array
    {
        return array_merge(...array_map(static fn (Section $one): array => $one->rows, $this->sections()));
    }

    /**
     * @param \Closure(Hit, Row): bool $is
     *
     * @return int of those that sound
     */
    private function hits(\Closure $is): int
    {
        $count = 0;
        foreach ($this->rows() as $row) {
            $count += \count(array_filter($row->hits, static fn (Hit $hit): bool => !$hit->silent && $is($hit, $row)));
        }

        return $count;
    }

    private function muted(): int
    {
        return array_sum(array_map(
            static fn (Row $row): int => \count(array_filter($row->hits, static fn (Hit $hit): bool => $hit->silent)),
            $this->rows(),
        ));
    }

    private static function hasLostOrnament(Hit $hit): bool
    {
        return null !== $hit->ornament && !TypedWriter::isMarked($hit);
    }

    /** In text, a hit has its hand where no other sign stands for it. */
    private function hasLostHand(Hit $hit): bool
    {
        return null !== $hit->hand && ('txt' !== $this->kind || null !== $hit->ornament || Level::Firm !== Level::of($hit->velocity));
    }

    private function isLostRoll(Hit $hit, Row $row): bool
    {
        if ('csv' === $this->kind) {
            // A roll fills a step of its row, which must be a column of the sheet.
            return 1 !== $hit->roll && !\in_array($row->snap->ticks(), $this->columns(), true);
        }
        if ('musicxml' !== $this->kind) {
            return 1 !== $hit->roll;
        }
        $usual = $row->snap === Grids::coarsest(array_map(static fn (Hit $one): int => $one->at, $row->hits));

        return 1 !== $hit->roll && !($usual && \in_array($hit->roll, self::NOTATED_ROLLS, true));
    }

    /** @return list<int> ticks of a column of each section that is written */
    private function columns(): array
    {
        return array_map(fn (Section $one): int => StepSheet::step($one, $this->pattern->meter), $this->sections());
    }

    private function offGrid(): int
    {
        $off = 0;
        foreach ($this->sections() as $section) {
            $length = $section->bars * $this->pattern->meter->barTicks();
            $notated = 'musicxml' === $this->kind ? Staff::places($section, $this->pattern->meter) : [];
            $step = 'csv' === $this->kind ? StepSheet::step($section, $this->pattern->meter) : 0;
            foreach ($section->rows as $row) {
                $step = 'txt' === $this->kind ? TypedWriter::step($row, $this->pattern->meter, $length) : $step;
                foreach ($row->written($length) as [$at]) {
                    $off += match ($this->kind) {
                        'musicxml' => isset($notated[$row->instrument->value][$at]) ? 0 : 1,
                        default => 0 === $at % $step ? 0 : 1,
                    };
                }
            }
        }

        return $off;
    }
}
