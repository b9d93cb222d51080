<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Mix;

/** What the walls of a room give back: the impulse of the room with everything that was sent to it, some blocks at a time. */
final class Walls
{
    /** The impulse has 15 bits after its point. */
    public const UNIT = 32768;
    /** @var array{\GMP, \GMP} */
    private readonly array $impulse;
    /** @var array{\GMP, \GMP} what still comes back of what was sent before */
    private array $rest;
    private readonly int $reach;

    public function __construct(Room $room)
    {
        [$left, $right] = $room->impulse();
        $this->impulse = [Sum::ofValues($left), Sum::ofValues($right)];
        $this->reach = \count($left);
        $this->rest = [gmp_init(0), gmp_init(0)];
    }

    /**
     * @param non-empty-list<\GMP> $sent one number a block
     *
     * @return list<array{\GMP, \GMP}> for each block what comes back to the left and the right, UNIT times as large
     */
    public function giveBack(array $sent): array
    {
        $all = gmp_init(0);
        foreach ($sent as $b => $block) {
            $all += Sum::later($block, $b * Mixdown::BLOCK);
        }
        $samples = \count($sent) * Mixdown::BLOCK;
        $back = [];
        foreach ($this->impulse as $side => $impulse) {
            $sum = $all * $impulse + $this->rest[$side];
            foreach ($sent as $b => $_) {
                [$back[$b][$side], $sum] = Sum::split($sum, Mixdown::BLOCK, $samples + $this->reach - $b * Mixdown::BLOCK);
            }
            $this->rest[$side] = $sum;
        }
        /** @var list<array{\GMP, \GMP}> $back */

        return $back;
    }
}
