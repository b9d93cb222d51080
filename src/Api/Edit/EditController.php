<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Edit;

use Pulsanda\App\Api\Shape\Music;
use Pulsanda\App\Api\Shape\Notated;
use Pulsanda\App\Format\PatternFiles;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Language\Reader;
use Pulsanda\App\Language\Refusals;
use Pulsanda\App\Security\Access;
use Pulsanda\Core\Edit\Quantize;
use Pulsanda\Core\Edit\Remeter;
use Pulsanda\Core\Edit\Rescale;
use Pulsanda\Core\Edit\RowShape;
use Pulsanda\Core\Format\Convert;
use Pulsanda\Core\Format\Given;
use Pulsanda\Core\Format\Loss;
use Pulsanda\Core\Format\Losses;
use Pulsanda\Core\Format\MidiReader;
use Pulsanda\Core\Format\Numbers;
use Pulsanda\Core\Format\TypedWriter;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Play\HowItLay;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\GrooveMap;
use Pulsanda\Core\Rhythm\Swing;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;

/** What the Bench and the Planner ask the core while somebody edits. Nothing is stored. */
final readonly class EditController
{
    /** Characters of a pattern without hits, as JSON. */
    private const MOST_LIKE = 2000;
    /** How a class counts that has not said otherwise. */
    private const SYLLABLES = CountingStyle::Syllables->value;

    public function __construct(private Access $access, private Reader $reader, private Refusals $refusals)
    {
    }

    /** Groove maps, counting words and fills for settings that are not saved yet. */
    #[Route('/api/music', methods: 'POST')]
    public function music(Request $request): JsonResponse
    {
        $this->access->account();
        $fields = Body::of($request, ['meter', 'swing', 'bars', 'counting']);
        $meter = PatternReader::meter($fields->value('meter'), 'meter');
        $swing = PatternReader::swing($fields->value('swing'), 'swing');
        $counting = self::counting($fields->string('counting', self::SYLLABLES));
        $bars = $fields->int('bars');
        Range::check('bars', $bars, 1, Section::MOST_BARS);

        return new JsonResponse(Music::of($meter, $swing, $bars, $this->reader->counting($counting)) + Music::open($meter));
    }

    /** Gaps, evenness and likeness of a row's hits. */
    #[Route('/api/edit/shape', methods: 'POST')]
    public function shape(Request $request): JsonResponse
    {
        $this->access->account();
        $fields = Body::of($request, ['places', 'bars', 'barTicks']);
        [$bars, $barTicks] = [$fields->int('bars'), $fields->int('barTicks')];
        Range::check('bars', $bars, 1, Section::MOST_BARS);
        Range::check('barTicks', $barTicks, 240, 61_440);

        return new JsonResponse(RowShape::of($fields->ints('places', 1024), $bars, $barTicks)->toData());
    }

    /** How a beat lies that was played in: early or late, how evenly, how hard. */
    #[Route('/api/edit/played', methods: 'POST')]
    public function played(Request $request): JsonResponse
    {
        $this->access->account();

        return new JsonResponse(HowItLay::of(Body::pattern(Body::of($request, ['pattern'], Body::MOST_BEAT))));
    }

    /** Draws the hits of some rows of a section, within a range of ticks, towards a note value. */
    #[Route('/api/edit/quantize', methods: 'POST')]
    public function quantize(Request $request): JsonResponse
    {
        $this->access->account();
        $fields = Body::of($request, ['pattern', 'section', 'rows', 'from', 'to', 'snap', 'strength', 'swing']);
        [$pattern, $index] = self::section($fields);
        $section = $pattern->sections[$index];
        $snap = Snap::tryFrom($fields->string('snap')) ?? throw InvalidInput::at('snap', 'this is not a note value of a grid.');
        [$from, $to, $strength] = [$fields->int('from'), $fields->int('to'), $fields->int('strength')];
        Range::check('from', $from, 0, $section->bars * $pattern->meter->barTicks());
        Range::check('to', $to, $from + 1, $section->bars * $pattern->meter->barTicks());
        $groove = $pattern->grooveMap();
        $toward = $groove;
        if (!$fields->isNull('swing')) {
            Range::check('swing', $fields->number('swing'), 50, 75);
            $toward = GrooveMap::of($pattern->meter, Swing::of($fields->number('swing'), $pattern->swing->unit));
        }
        $rows = $section->rows;
        foreach ($fields->ints('rows', Section::MOST_ROWS) as $i => $r) {
            $row = $section->rows[$r] ?? throw InvalidInput::at("rows[$i]", "there is no row $r in this section.");
            $rows[$r] = Quantize::row($row, $snap, $strength, $from, $to, $groove, $toward);
        }

        return self::answer($pattern, $index, Section::of($section->name, $section->bars, array_values($rows), $pattern->meter));
    }

    /** A section over twice or half the time. */
    #[Route('/api/edit/rescale', methods: 'POST')]
    public function rescale(Request $request): JsonResponse
    {
        $this->access->account();
        $fields = Body::of($request, ['pattern', 'section', 'to']);
        [$pattern, $index] = self::section($fields);
        $section = $pattern->sections[$index];

        return self::answer($pattern, $index, match ($fields->string('to')) {
            'double' => Rescale::double($section, $pattern->meter),
            'half' => Rescale::half($section, $pattern->meter),
            default => throw InvalidInput::at('to', 'this must be "double" or "half".'),
        });
    }

    /** A pattern as the staff sets it, while it is built. */
    #[Route('/api/edit/staff', methods: 'POST')]
    public function staff(Request $request): JsonResponse
    {
        $this->access->account();

        return new JsonResponse(['staff' => Notated::of(Body::pattern(Body::of($request, ['pattern'])))]);
    }

    /** A pattern in another meter, with the hits that do not fit. */
    #[Route('/api/edit/remeter', methods: 'POST')]
    public function remeter(Request $request): JsonResponse
    {
        $this->access->account();
        $fields = Body::of($request, ['pattern', 'meter']);
        $changed = Remeter::of(Body::pattern($fields), PatternReader::meter($fields->value('meter'), 'meter'));

        return new JsonResponse(['pattern' => PatternWriter::toData($changed->pattern), 'lost' => $changed->lost]);
    }

    /** A section with the rows that somebody types as they stand in a book, or pastes out of a spreadsheet; other rows stay. */
    #[Route('/api/edit/text', methods: 'POST')]
    public function text(Request $request): JsonResponse
    {
        $this->access->account();
        $fields = Body::of($request, ['pattern', 'section', 'text', 'numbers', 'counting']);
        [$pattern, $index] = self::section($fields);
        $section = $pattern->sections[$index];
        $numbers = $fields->isNull('numbers') ? null : Numbers::tryFrom($fields->string('numbers')) ?? throw InvalidInput::at(
            'numbers',
            'this must be "beats", "steps" or null.',
        );
        $style = self::counting($fields->string('counting', self::SYLLABLES));
        $reading = Convert::typed($fields->string('text'), $pattern->meter, $section->bars, $numbers, $style);
        $typed = $reading->section;
        $rows = $section->rows;
        foreach ($typed->rows as $row) {
            $known = array_filter($rows, static fn (Row $one): bool => $one->instrument === $row->instrument);
            $r = array_key_first($known);
            // A row that is there keeps what sets its sound.
            null === $r ? $rows[] = $row : $rows[$r] = $rows[$r]->withHits($row->hits, $row->snap);
        }

        $bars = max($section->bars, $typed->bars);

        $pattern = $pattern->withSections(array_values(array_replace($pattern->sections, [
            $index => Section::of($section->name, $bars, array_values($rows), $pattern->meter),
        ])));

        return new JsonResponse([
            'pattern' => PatternWriter::toData($pattern),
            'numbers' => null === $reading->numbers ? null : ['as' => $reading->numbers->value, 'which' => $reading->which],
        ]);
    }

    /** The section as text that can be typed again. */
    #[Route('/api/edit/typed', methods: 'POST')]
    public function typed(Request $request): JsonResponse
    {
        $this->access->account();
        [$pattern, $index] = self::section(Body::of($request, ['pattern', 'section']));
        $section = $pattern->sections[$index];
        // What is not of this section is not asked for here.
        $others = [Loss::Tempo->value => 0, Loss::Swing->value => 0, Loss::Sound->value => 0];
        $lost = array_diff_key(Losses::of($pattern->only($section), 'txt'), $others);

        return new JsonResponse(['text' => TypedWriter::section($section, $pattern->meter), 'lost' => $this->told($lost)]);
    }

    /** Reads a file of another kind into a pattern; its name, which tells the kind, stands in the address. */
    #[Route('/api/edit/import', methods: 'POST')]
    public function import(Request $request): JsonResponse
    {
        $this->access->account();
        $channel = $request->query->getString('channel', '0');
        if (1 !== preg_match('/^(?:[0-9]|1[0-6])$/D', $channel)) {
            throw InvalidInput::at('channel', 'a MIDI channel is a number from 1 to 16.');
        }
        $channel = (int) $channel;
        [$bytes, $name] = [$request->getContent(), $request->query->getString('name')];
        $channels = 1 === preg_match('/\.midi?$/Di', $name) ? MidiReader::channels($bytes) : [];
        $channels = array_map(
            static fn (int $one, int $notes): array => ['channel' => $one, 'notes' => $notes],
            array_keys($channels),
            $channels,
        );
        try {
            $read = PatternFiles::read($bytes, $name, new Given(
                self::like($request->query->getString('like')),
                0 === $channel ? null : $channel,
                self::map($request->query->getString('map')),
                self::counting($request->query->getString('counting', self::SYLLABLES)),
            ));
        } catch (InvalidInput $error) {
            // The person can choose where the drums are.
            throw 'channel' === $error->path && [] !== $channels ? new Conflict($error->reason, ['channels' => $channels]) : $error;
        }

        return new JsonResponse([
            'pattern' => PatternWriter::toData($read->pattern),
            'lost' => $this->told($read->lost),
            'channels' => $channels,
            'unknown' => array_map(
                static fn (int $note, int $count): array => ['note' => $note, 'count' => $count],
                array_keys($read->unknown),
                $read->unknown,
            ),
        ]);
    }

    /**
     * "90:cowbell,91:clap"; a note without a name is left out.
     *
     * @return array<int, string>
     */
    private static function map(string $text): array
    {
        $map = [];
        foreach ('' === $text ? [] : explode(',', $text) as $pair) {
            if (1 !== preg_match('/^(\d{1,3}):([a-z0-9-]*)$/D', $pair, $match) || $match[1] > 127) {
                throw InvalidInput::at('map', 'this must be notes from 0 to 127 with instruments, as 90:cowbell.');
            }
            $map[(int) $match[1]] = $match[2];
        }

        return $map;
    }

    /**
     * @param array<string> $sentences
     *
     * @return list<string> in the reader's language
     */
    private function told(array $sentences): array
    {
        $tag = $this->reader->tag();

        return array_map(fn (string $one): string => $this->refusals->told($tag, $one)[1], array_values($sentences));
    }

    /** A pattern as a file of another kind, and what that cannot hold. */
    #[Route('/api/edit/export', methods: 'POST')]
    public function export(Request $request): JsonResponse
    {
        $this->access->account();
        $fields = Body::of($request, ['pattern', 'ending', 'written', 'rows']);
        [$bytes, $lost] = PatternFiles::write(
            Body::pattern($fields),
            'beat.'.$fields->string('ending'),
            $fields->bool('written', false),
            $fields->bool('rows', false),
        );

        return new JsonResponse(['bytes' => base64_encode($bytes), 'lost' => $this->told($lost)]);
    }

    /** Reads a pattern file, or says what is wrong with it. */
    #[Route('/api/edit/read', methods: 'POST')]
    public function read(Request $request): JsonResponse
    {
        $this->access->account();

        return new JsonResponse(['pattern' => PatternWriter::toData(PatternReader::read($request->getContent()))]);
    }

    /** @return array{Pattern, int} */
    private static function section(Fields $fields): array
    {
        $pattern = Body::pattern($fields);
        $index = $fields->int('section');
        Range::check('section', $index, 0, \count($pattern->sections) - 1);

        return [$pattern, $index];
    }

    private static function answer(Pattern $pattern, int $index, Section $section): JsonResponse
    {
        $sections = array_values(array_replace($pattern->sections, [$index => $section]));

        return new JsonResponse(
            ['pattern' => PatternWriter::toData($pattern->withSections($sections))],
        );
    }

    /**
     * @return Pattern|null whose meter, tempo, swing and kit hold where a file has none
     *
     * @throws InvalidInput
     */
    private static function like(string $json): ?Pattern
    {
        if (\strlen($json) > self::MOST_LIKE) {
            throw InvalidInput::at('like', 'this is longer than a pattern without hits.');
        }
        try {
            return '' === $json ? null : PatternReader::read($json);
        } catch (InvalidInput $error) {
            throw $error->under('like');
        }
    }

    /** @throws InvalidInput */
    private static function counting(string $style): CountingStyle
    {
        return CountingStyle::tryFrom($style) ?? throw InvalidInput::at(
            'counting',
            'this must be "steps", "syllables" or "bar-beat".',
        );
    }
}
