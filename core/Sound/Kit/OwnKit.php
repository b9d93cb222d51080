<?php

declare(strict_types=1);

namespace Pulsanda\Core\Sound\Kit;

use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\KitName;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\Row;

/**
 * A kit that somebody has put together: a kit that ships, and pieces in place of some of its sounds, with level, pan and tune. Choosing it
 * writes its pieces into the rows, so that a pattern never depends on it.
 *
 * @phpstan-type PieceData array{instrument: string, sound: string|null, level: float, pan: float, tune: float}
 */
final readonly class OwnKit
{
    public const KEYS = ['name', 'base', 'pieces'];
    /** Characters of a name. */
    public const MOST_NAME = 40;
    /** Every instrument once, and a row of another sound for each that a section may have. */
    private const MOST_PIECES = 80;
    private const PIECE = ['instrument', 'sound', 'level', 'pan', 'tune'];

    /** @param list<Row> $pieces without hits; of several of one instrument, the first is for its first row, and so on */
    private function __construct(public string $name, public KitName $base, public array $pieces)
    {
    }

    /** @throws InvalidInput naming the place */
    public static function of(Fields $fields): self
    {
        $name = trim($fields->string('name'));
        Range::checkText('name', $name, self::MOST_NAME);
        $base = $fields->string('base');
        $pieces = [];
        foreach ($fields->list('pieces', 1, self::MOST_PIECES) as $i => $data) {
            $piece = Fields::of($data, "pieces[$i]", self::PIECE);
            $pieces[] = self::piece($piece, "pieces[$i]");
        }

        return new self($name, self::base($base), $pieces);
    }

    /** @throws InvalidInput */
    private static function base(string $name): KitName
    {
        return KitName::tryFrom($name) ?? throw InvalidInput::at('base', \sprintf(
            'there is no kit "%s"; the kits are: %s.',
            $name,
            implode(', ', array_column(KitName::cases(), 'value')),
        ));
    }

    /** @throws InvalidInput */
    private static function piece(Fields $fields, string $path): Row
    {
        return $fields->build(static fn (): Row => Row::of(
            PatternReader::instrument($fields->string('instrument'), "$path.instrument"),
            [],
            level: $fields->number('level', 1),
            pan: $fields->number('pan', 0),
            tune: $fields->number('tune', 0),
            sound: $fields->isNull('sound') ? null : $fields->string('sound'),
        ));
    }

    /** @return array{name: string, base: string, pieces: list<PieceData>} */
    public function toData(): array
    {
        return [
            'name' => $this->name,
            'base' => $this->base->value,
            'pieces' => array_map(static fn (Row $row): array => [
                'instrument' => $row->instrument->value,
                'sound' => $row->sound,
                'level' => $row->level,
                'pan' => $row->pan,
                'tune' => $row->tune,
            ], $this->pieces),
        ];
    }
}
