<?php

declare(strict_types=1);

namespace Pulsanda\App\Demo;

use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Pattern\TextGrid;

/** A beat as rows of signs, and the mistakes that people make in one. Each mistake gives a new beat. */
final readonly class Beat
{
    /** @param array<string, string> $rows instrument => signs of TextGrid without lines */
    private function __construct(private array $rows)
    {
    }

    public static function of(Pattern $pattern): self
    {
        $rows = [];
        $step = Snap::Sixteenth->ticks();
        foreach ($pattern->sections[0]->rows as $row) {
            $signs = str_repeat('.', intdiv($pattern->ticks(), $step));
            foreach ($row->hits as $hit) {
                $signs[intdiv($hit->at, $step)] = match (true) {
                    $hit->velocity < 40 => 'g', $hit->velocity < 75 => 's', $hit->velocity < 105 => 'x', default => 'X',
                };
            }
            $rows[$row->instrument->value] = $signs;
        }

        return new self($rows);
    }

    /** The row comes $steps late; what passes the end is lost. */
    public function late(string $row, int $steps): self
    {
        return $this->with($row, substr(str_repeat('.', $steps).$this->rows[$row], 0, \strlen($this->rows[$row])));
    }

    public function without(string $row, int ...$steps): self
    {
        return $this->sign($row, '.', $steps);
    }

    public function adding(string $row, string $sign, int ...$steps): self
    {
        return $this->sign($row, $sign, $steps);
    }

    public function empty(string $row): self
    {
        return $this->with($row, str_repeat('.', \strlen($this->rows[$row])));
    }

    public function exchanged(string $a, string $b): self
    {
        return $this->with($a, $this->rows[$b])->with($b, $this->rows[$a]);
    }

    /** Everything equally loud. */
    public function flat(): self
    {
        return new self(array_map(static fn (string $signs): string => strtr($signs, 'gsX', 'xxx'), $this->rows));
    }

    /** The first half again in place of the second. */
    public function repeated(): self
    {
        return new self(
            array_map(static fn (string $signs): string => str_repeat(substr($signs, 0, intdiv(\strlen($signs), 2)), 2), $this->rows),
        );
    }

    /** This beat with everything else as in $like. */
    public function pattern(Pattern $like): Pattern
    {
        $lines = [];
        foreach ($this->rows as $row => $signs) {
            $lines[] = "$row $signs";
        }
        $section = TextGrid::section(implode("\n", $lines), $like->meter, $like->sections[0]->bars);

        return Pattern::of($like->title, $like->meter, $like->tempo, [$section], null, $like->swing, $like->kit);
    }

    private function with(string $row, string $signs): self
    {
        return new self(array_replace($this->rows, [$row => $signs]));
    }

    /** @param array<int> $steps from 1 */
    private function sign(string $row, string $sign, array $steps): self
    {
        $signs = $this->rows[$row];
        foreach ($steps as $step) {
            $signs[$step - 1] = $sign;
        }

        return $this->with($row, $signs);
    }
}
