<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Rhythm\Meter;

/** Some bars of music with a name. Every hit lies within its bars. */
final readonly class Section
{
    public const MOST_BARS = 16;
    public const MOST_ROWS = 32;
    public const MOST_HITS = 4096;

    /**
     * @param list<Row> $rows
     */
    private function __construct(public string $name, public int $bars, public array $rows)
    {
    }

    /**
     * @param int       $bars 1–16
     * @param list<Row> $rows
     *
     * @throws InvalidInput
     */
    public static function of(string $name, int $bars, array $rows, Meter $meter): self
    {
        Range::checkText('name', $name, 40);
        Range::check('bars', $bars, 1, self::MOST_BARS);
        if (\count($rows) > self::MOST_ROWS) {
            throw InvalidInput::at('rows', \sprintf('there are %d rows; at most %d are allowed.', \count($rows), self::MOST_ROWS));
        }
        $hits = self::hitsIn($rows);
        if ($hits > self::MOST_HITS) {
            throw InvalidInput::at('rows', \sprintf('there are %d hits in this section; at most %d are allowed.', $hits, self::MOST_HITS));
        }
        $end = $bars * $meter->barTicks();
        foreach ($rows as $r => $row) {
            foreach ($row->hits as $hit) {
                if ($hit->at >= $end) {
                    throw InvalidInput::at(
                        "rows[$r].hits",
                        "the hit at tick $hit->at lies behind the section's end at tick $end; move it or add a bar.",
                    );
                }
            }
        }

        return new self($name, $bars, $rows);
    }

    public function hitCount(): int
    {
        return self::hitsIn($this->rows);
    }

    /** @param list<Row> $rows */
    private static function hitsIn(array $rows): int
    {
        return array_sum(array_map(static fn (Row $row): int => \count($row->hits), $rows));
    }
}
