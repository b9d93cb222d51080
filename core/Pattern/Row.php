<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;

/** One instrument's line through a section. Its hits are sorted and no two stand at one place. */
final readonly class Row
{
    /** The shortest cycle: a sixty-fourth. */
    public const LEAST_CYCLE = 60;
    /** Characters of the name of an own sound. */
    public const MOST_SOUND = 40;
    /** Characters of a row's own name. */
    public const MOST_NAME = 24;

    /**
     * @param list<Hit> $hits
     */
    private function __construct(
        public Instrument $instrument,
        public array $hits,
        public Snap $snap,
        public ?int $cycle,
        public float $level,
        public float $pan,
        public float $tune,
        public float $room,
        public bool $muted,
        public ?string $tint,
        public ?string $sound,
        public ?string $name,
    ) {
    }

    /**
     * @param list<Hit>   $hits  in any order
     * @param int|null    $cycle ticks after which the row starts over by itself, null for never
     * @param float       $level 0–1.5
     * @param float       $pan   −1 left … 1 right
     * @param float       $tune  −12…12 semitones
     * @param float       $room  0–1
     * @param string|null $tint  a colour name in small letters
     * @param string|null $sound in place of the kit's: "beacon/kick", that piece of another kit, or one of its owner's by name
     * @param string|null $name  of its own, beside its instrument's
     *
     * @throws InvalidInput
     */
    public static function of(
        Instrument $instrument,
        array $hits,
        Snap $snap = Snap::Sixteenth,
        ?int $cycle = null,
        float $level = 1,
        float $pan = 0,
        float $tune = 0,
        float $room = 0,
        bool $muted = false,
        ?string $tint = null,
        ?string $sound = null,
        ?string $name = null,
    ): self {
        if (null !== $cycle) {
            Range::check('cycle', $cycle, self::LEAST_CYCLE, \PHP_INT_MAX);
        }
        Range::check('level', $level, 0, 1.5);
        Range::check('pan', $pan, -1, 1);
        Range::check('tune', $tune, -12, 12);
        Range::check('room', $room, 0, 1);
        if (null !== $tint && 1 !== preg_match('/^[a-z]([a-z-]{0,18}[a-z])?$/D', $tint)) {
            throw InvalidInput::at('tint', 'this must be null or a colour name of small letters.');
        }
        if (null !== $sound) {
            Range::checkText('sound', $sound, self::MOST_SOUND);
            self::checkPiece($sound);
        }
        if (null !== $name) {
            Range::checkText('name', $name, self::MOST_NAME);
        }
        $seen = [];
        foreach ($hits as $i => $hit) {
            if (isset($seen[$hit->at])) {
                throw InvalidInput::at("hits[$i].at", "there is another hit at tick $hit->at of this row; keep one of the two.");
            }
            $seen[$hit->at] = true;
        }
        usort($hits, static fn (Hit $a, Hit $b): int => $a->at <=> $b->at);

        return new self($instrument, $hits, $snap, $cycle, $level, $pan, $tune, $room, $muted, $tint, $sound, $name);
    }

    /**
     * The piece of a kit that a sound names.
     *
     * @return array{KitName, Instrument}|null null for an own sound, whose name holds no slash
     */
    public static function piece(?string $sound): ?array
    {
        [$kit, $instrument] = explode('/', $sound ?? '', 2) + [1 => ''];
        [$kit, $instrument] = [KitName::tryFrom($kit), Instrument::tryFrom($instrument)];

        return null === $kit || null === $instrument ? null : [$kit, $instrument];
    }

    /** @throws InvalidInput for a piece of no kit */
    private static function checkPiece(string $sound): void
    {
        if (str_contains($sound, '/') && null === self::piece($sound)) {
            throw InvalidInput::at('sound', \sprintf(
                '"%s" is no piece of a kit; write a kit and an instrument, as "beacon/kick". The kits are: %s.',
                $sound,
                implode(', ', array_column(KitName::cases(), 'value')),
            ));
        }
    }

    /**
     * The hits that sound within a length, the row's own cycle written out.
     *
     * @return list<array{int, Hit}> with their ticks
     */
    public function written(int $length): array
    {
        $cycle = $this->cycle ?? $length;
        $written = [];
        foreach ($this->hits as $hit) {
            for ($at = $hit->at; !$hit->silent && $hit->at < $cycle && $at < $length; $at += $cycle) {
                $written[] = [$at, $hit];
            }
        }

        return $written;
    }

    /**
     * The same row with other hits.
     *
     * @param list<Hit> $hits
     * @param Snap|null $snap the grid that they stand on; null leaves it
     *
     * @throws InvalidInput
     */
    public function withHits(array $hits, ?Snap $snap = null): self
    {
        return self::of(
            $this->instrument,
            $hits,
            $snap ?? $this->snap,
            $this->cycle,
            $this->level,
            $this->pan,
            $this->tune,
            $this->room,
            $this->muted,
            $this->tint,
            $this->sound,
            $this->name,
        );
    }
}
