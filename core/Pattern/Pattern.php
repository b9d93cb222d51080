<?php

declare(strict_types=1);

namespace Pulsanda\Core\Pattern;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Rhythm\GrooveMap;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Swing;
use Pulsanda\Core\Rhythm\Tempo;

/** A drum pattern. Section names are unique, and the order plays only sections that there are. */
final readonly class Pattern
{
    public const MOST_SECTIONS = 16;
    public const MOST_ORDER = 64;
    public const MOST_TITLE = 120;
    public const MOST_SEED = 2_147_483_647;

    /**
     * @param list<Section>    $sections
     * @param list<OrderEntry> $order
     */
    private function __construct(
        public string $title,
        public Meter $meter,
        public Tempo $tempo,
        public Swing $swing,
        public string $kit,
        public array $sections,
        public array $order,
        public int $seed,
    ) {
    }

    /**
     * @param list<Section>         $sections 1–16
     * @param list<OrderEntry>|null $order    null plays each section once
     * @param int                   $seed     0–2147483647, for the odds
     *
     * @throws InvalidInput
     */
    public static function of(
        string $title,
        Meter $meter,
        Tempo $tempo,
        array $sections,
        ?array $order = null,
        ?Swing $swing = null,
        string $kit = 'boathouse',
        int $seed = 1,
    ): self {
        Range::checkText('title', $title, self::MOST_TITLE);
        if (null === KitName::tryFrom($kit)) {
            $kits = implode(', ', array_column(KitName::cases(), 'value'));
            throw InvalidInput::at('kit', \sprintf('there is no kit %s; choose one of: %s.', json_encode(mb_substr($kit, 0, 40)), $kits));
        }
        Range::check('seed', $seed, 0, self::MOST_SEED);
        if ([] === $sections || \count($sections) > self::MOST_SECTIONS) {
            throw InvalidInput::at(
                'sections',
                \sprintf('there are %d sections; between 1 and %d are allowed.', \count($sections), self::MOST_SECTIONS),
            );
        }
        $names = [];
        foreach ($sections as $i => $section) {
            if (\in_array($section->name, $names, true)) {
                throw InvalidInput::at("sections[$i].name", "there is another section \"$section->name\"; give each its own name.");
            }
            $names[] = $section->name;
        }
        $order ??= array_map(static fn (string $name): OrderEntry => OrderEntry::of($name, 1), $names);
        if ([] === $order || \count($order) > self::MOST_ORDER) {
            throw InvalidInput::at(
                'order',
                \sprintf('there are %d entries; between 1 and %d are allowed.', \count($order), self::MOST_ORDER),
            );
        }
        foreach ($order as $i => $entry) {
            if (!\in_array($entry->section, $names, true)) {
                throw InvalidInput::at(
                    "order[$i].section",
                    "there is no section \"$entry->section\"; use one of: ".implode(', ', $names).'.',
                );
            }
        }

        return new self($title, $meter, $tempo, $swing ?? Swing::of(), $kit, $sections, $order, $seed);
    }

    /** Whether both are the same in everything, names and kit included: as equal as their files. */
    public function equals(self $other): bool
    {
        return $this === $other || PatternWriter::write($this) === PatternWriter::write($other);
    }

    /** The same under another name. */
    public function titled(string $title): self
    {
        return new self($title, $this->meter, $this->tempo, $this->swing, $this->kit, $this->sections, $this->order, $this->seed);
    }

    /** The same, faster or slower. */
    public function at(Tempo $tempo): self
    {
        return new self($this->title, $this->meter, $tempo, $this->swing, $this->kit, $this->sections, $this->order, $this->seed);
    }

    /**
     * The same with other sounds.
     *
     * @throws InvalidInput for a kit that does not ship
     */
    public function inKit(string $kit): self
    {
        return self::of($this->title, $this->meter, $this->tempo, $this->sections, $this->order, $this->swing, $kit, $this->seed);
    }

    /**
     * The same with other sections, in the same order.
     *
     * @param list<Section> $sections
     *
     * @throws InvalidInput
     */
    public function withSections(array $sections): self
    {
        return self::of($this->title, $this->meter, $this->tempo, $sections, $this->order, $this->swing, $this->kit, $this->seed);
    }

    /** The same with every hit in its place, none early or late. */
    public function withoutPushes(): self
    {
        $bare = static fn (Row $row): Row => $row->withHits(array_map(static fn (Hit $hit): Hit => $hit->moved($hit->at, 0), $row->hits));

        return $this->withSections(array_map(
            fn (Section $section): Section => Section::of($section->name, $section->bars, array_map($bare, $section->rows), $this->meter),
            $this->sections,
        ));
    }

    /** One section of it, played once. */
    public function only(Section $section): self
    {
        return self::of($this->title, $this->meter, $this->tempo, [$section], null, $this->swing, $this->kit, $this->seed);
    }

    /** @param non-empty-list<OrderEntry> $order */
    public function inOrder(array $order): self
    {
        return self::of($this->title, $this->meter, $this->tempo, $this->sections, $order, $this->swing, $this->kit, $this->seed);
    }

    /** Whether both are played in the same order. */
    public function hasOrderOf(self $other): bool
    {
        $order = static fn (self $one): array => array_map(
            static fn (OrderEntry $entry): array => [$entry->section, $entry->times],
            $one->order,
        );

        return $order($this) === $order($other);
    }

    /** @return int hits in all sections, silent ones included */
    public function hitCount(): int
    {
        return array_sum(array_map(static fn (Section $section): int => $section->hitCount(), $this->sections));
    }

    /** @return list<Instrument> of all rows, each once */
    public function instruments(): array
    {
        $all = [];
        foreach ($this->sections as $section) {
            foreach ($section->rows as $row) {
                $all[$row->instrument->value] = $row->instrument;
            }
        }

        return array_values($all);
    }

    public function grooveMap(): GrooveMap
    {
        return GrooveMap::of($this->meter, $this->swing);
    }

    /** @return list<Section> the sections of one pass, written out in the order played */
    public function form(): array
    {
        $byName = [];
        foreach ($this->sections as $section) {
            $byName[$section->name] = $section;
        }
        $form = [];
        foreach ($this->order as $entry) {
            for ($i = 0; $i < $entry->times; ++$i) {
                $form[] = $byName[$entry->section];
            }
        }

        return $form;
    }

    /** @return int bars of one pass */
    public function bars(): int
    {
        return array_sum(array_map(static fn (Section $section): int => $section->bars, $this->form()));
    }

    /** @return int ticks of one pass */
    public function ticks(): int
    {
        return $this->bars() * $this->meter->barTicks();
    }
}
