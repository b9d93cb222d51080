<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Pattern\Instrument;

/** How the sheets of a class are drawn. */
#[ORM\Embeddable]
final readonly class SheetStyle
{
    public function __construct(
        /** Rows stand as on a staff, cymbals above and the kick below, instead of in the order of each beat. */
        #[ORM\Column(options: ['default' => false])]
        public bool $likeStaff = false,
        /** Hits are written with their note values, to the next hit of their row, instead of all alike. */
        #[ORM\Column(options: ['default' => false])]
        public bool $values = false,
    ) {
    }

    /** @return array{order: list<string>|null, values: bool} as the browser draws by it */
    public function look(): array
    {
        return ['order' => $this->order(), 'values' => $this->values];
    }

    /** @return list<string>|null the instruments from top to bottom; null where rows stay as the beat has them */
    public function order(): ?array
    {
        return $this->likeStaff ? array_map(static fn (Instrument $one): string => $one->value, Instrument::byHeight()) : null;
    }
}
