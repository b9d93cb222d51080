<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Mix;

/** One sound on its way through the mix. */
final readonly class Voice
{
    private int $samples;

    /**
     * @param int                  $start  frame of its first sample
     * @param int                  $end    frame at which another one cuts it off; PHP_INT_MAX where none does
     * @param string               $fields see Sum
     * @param array{int, int, int} $gains  into the left, the right and the room
     */
    public function __construct(private int $start, private int $end, private string $fields, private array $gains)
    {
        $this->samples = intdiv(\strlen($fields), 8);
    }

    /** @return int the frame after its last sample */
    public function last(): int
    {
        return min($this->start + $this->samples, \PHP_INT_MAX === $this->end ? \PHP_INT_MAX : $this->end + Mixdown::FADE);
    }

    /**
     * Adds what of it is heard in a block.
     *
     * @param array{\GMP, \GMP, \GMP} $sums left, right and room
     * @param int                     $at   the block's first frame
     *
     * @return array{\GMP, \GMP, \GMP}
     */
    public function addTo(array $sums, int $at): array
    {
        $from = max($this->start, $at);
        $until = min($this->last(), $at + Mixdown::BLOCK);
        $whole = min($until, $this->end);
        if ($whole > $from) {
            $stretch = Sum::of(substr($this->fields, 8 * ($from - $this->start), 8 * ($whole - $from)));
            $sums = $this->add($sums, $stretch, $from - $at);
        }
        if ($until > max($from, $this->end)) {
            $sums = $this->add($sums, $this->fading(max($from, $this->end), $until), max($from, $this->end) - $at);
        }

        return $sums;
    }

    /** What is cut off fades rather than clicks, in a straight line. */
    private function fading(int $from, int $until): \GMP
    {
        $values = Sum::values(Sum::of(substr($this->fields, 8 * ($from - $this->start), 8 * ($until - $from))), $until - $from);
        foreach ($values as $i => $value) {
            $values[$i] = (int) round($value * (1 - ($from + $i - $this->end) / Mixdown::FADE));
        }

        return Sum::ofValues($values);
    }

    /**
     * @param array{\GMP, \GMP, \GMP} $sums
     *
     * @return array{\GMP, \GMP, \GMP}
     */
    private function add(array $sums, \GMP $stretch, int $later): array
    {
        [$left, $right, $room] = $this->gains;
        $stretch = Sum::later($stretch, $later);
        $heard = $stretch * $left;

        return [
            $sums[0] + $heard,
            $sums[1] + ($left === $right ? $heard : $stretch * $right),
            0 === $room ? $sums[2] : $sums[2] + $stretch * $room,
        ];
    }
}
