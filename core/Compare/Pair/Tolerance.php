<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Pair;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\Instrument;

/**
 * How near two strokes must be to belong together, and which instruments count as the same. The window is never narrower than the grace.
 */
final readonly class Tolerance
{
    public const MOST_WINDOW = 3840;

    /** @param list<list<Instrument>> $alike */
    private function __construct(public int $grace, public int $window, public array $alike)
    {
    }

    /**
     * @param int                    $grace  ticks within which a stroke is in its place
     * @param int                    $window ticks within which a stroke is moved rather than missing
     * @param list<list<Instrument>> $alike  instruments that count as the same, group by group
     *
     * @throws InvalidInput
     */
    public static function of(int $grace = 30, int $window = 240, array $alike = []): self
    {
        Range::check('grace', $grace, 0, self::MOST_WINDOW);
        Range::check('window', $window, $grace, self::MOST_WINDOW);
        $seen = [];
        foreach ($alike as $i => $group) {
            foreach ($group as $instrument) {
                if (isset($seen[$instrument->value])) {
                    throw InvalidInput::at("alike[$i]", "$instrument->value stands in two groups; put it in one.");
                }
                $seen[$instrument->value] = true;
            }
        }

        return new self($grace, $window, $alike);
    }

    /** @return string instruments that count as the same have the same key */
    public function sameness(Instrument $instrument): string
    {
        foreach ($this->alike as $group) {
            if (\in_array($instrument, $group, true)) {
                return $group[0]->value;
            }
        }

        return $instrument->value;
    }
}
