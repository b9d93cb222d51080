<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Pulsanda\App\Entity\Draft;
use Pulsanda\App\Entity\Feedback;
use Pulsanda\App\Entity\Phrase;
use Pulsanda\App\Language\Reader;
use Pulsanda\App\Sound\BuiltKits;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Mark\PolicyFile;
use Pulsanda\Core\Compare\Mark\Preset;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Pattern\Snap;
use Pulsanda\Core\Require\RequirementFile;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Say\Phrases;
use Pulsanda\Core\Say\Voice;
use Pulsanda\Core\Sound\Kit\Kit;
use Pulsanda\Core\Sound\Kit\Kits;
use Pulsanda\Core\Sound\Mix\Limiter;
use Pulsanda\Core\Sound\Mix\Mixdown;
use Pulsanda\Core\Sound\Velocity;
use Pulsanda\Core\Sound\Wav;
use Pulsanda\Core\Task\Freedom;
use Pulsanda\Core\Task\Help;
use Pulsanda\Core\Task\PlanPart;
use Pulsanda\Core\Task\Task;
use Pulsanda\Core\Task\TaskPlan;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;

/** What is the same for everybody: instruments, levels, note values, limits, kits. The browser has no second copy of any of it. */
final readonly class CatalogueController
{
    /** The meters that are offered: count, unit, groups. Any other comes with a file. */
    private const METERS = [
        [4, 4],
        [3, 4],
        [2, 4],
        [6, 8],
        [9, 8],
        [12, 8],
        [5, 4, [3, 2]],
        [5, 4, [2, 3]],
        [5, 8, [3, 2]],
        [7, 8, [2, 2, 3]],
        [7, 8, [3, 2, 2]],
    ];

    #[Route('/api/catalogue', methods: 'GET')]
    public function catalogue(Request $request, BuiltKits $kits, Reader $reader): JsonResponse
    {
        $response = new JsonResponse(self::data($kits, new Voice($reader->phrases())));
        $response->setEtag(md5((string) $response->getContent()));
        $response->setPublic()->headers->set('Cache-Control', 'public, max-age=0, must-revalidate');
        $response->setVary(['Cookie', 'Accept-Language']);
        $response->isNotModified($request);

        return $response;
    }

    /** @return array<string, mixed> as docs/openapi.yaml describes it, its names in the words of a voice */
    public static function data(BuiltKits $kits, Voice $voice): array
    {
        return [
            'instruments' => array_map(static fn (Instrument $one): array => [
                'name' => $one->value, 'label' => $voice->label($one), 'family' => $one->family(),
                'notehead' => $one->notehead(), 'staff' => $one->staff(), 'midi' => $one->midi(), 'choke' => $one->choke(),
            ], Instrument::cases()),
            'levels' => array_map(
                static fn (Level $level): array => ['name' => $level->value, 'lowest' => $level->lowest(), 'entry' => $level->entry()],
                Level::cases(),
            ),
            'snaps' => array_map(static fn (Snap $snap): array => ['name' => $snap->value, 'ticks' => $snap->ticks()], Snap::cases()),
            'meters' => array_map(static fn (array $meter): array => PatternWriter::meter(Meter::of(...$meter)), self::METERS),
            'limits' => [
                'title' => Pattern::MOST_TITLE,
                'bars' => Section::MOST_BARS,
                'sections' => Pattern::MOST_SECTIONS,
                'order' => Pattern::MOST_ORDER,
                'hits' => Section::MOST_HITS,
                'rows' => Section::MOST_ROWS,
                'strokes' => Task::MOST_STROKES,
                'note' => Draft::MOST_NOTE,
                'feedback' => Feedback::MOST_TEXT,
                'brief' => PlanPart::MOST_BRIEF,
                'parts' => TaskPlan::MOST_PARTS,
                'partName' => PlanPart::MOST_NAME,
                'targets' => Task::MOST_TARGETS,
                'rules' => RequirementFile::MOST,
                'pin' => Feedback::MOST_PIN_TEXT,
                'phrase' => Phrase::MOST_TEXT,
                'tempo' => Freedom::TEMPO,
                'played' => Freedom::PLAYED,
                'times' => [1, Help::MOST],
            ],
            // What holds where a policy, a task or its help says nothing, and how far a policy can be turned.
            'policy' => [
                'usual' => PolicyFile::toData(Policy::of()),
                'presets' => array_map(
                    static fn (Preset $one): array => ['key' => $one->value, 'policy' => PolicyFile::toData($one->policy())],
                    Preset::cases(),
                ),
                'limits' => Policy::LIMITS + ['grace' => [0, Tolerance::MOST_WINDOW], 'window' => [0, Tolerance::MOST_WINDOW]],
            ],
            'help' => Help::of()->toData(),
            'freedom' => Freedom::of()->toData(),
            'rules' => array_map(
                static fn (string $rule): array => $rule::declares()->toData($voice),
                array_values(RequirementFile::rules()),
            ),
            'newPattern' => self::newPattern($voice->phrases->say('pattern.target')),
            'kits' => self::kits($kits->all(), $voice->phrases),
            'sound' => [
                'rate' => Wav::RATE,
                'exponent' => Velocity::EXPONENT,
                'limiter' => ['knee' => Limiter::KNEE, 'ceiling' => Limiter::CEILING],
                'fade' => Mixdown::FADE / Wav::RATE,
                'send' => Mixdown::SEND,
            ],
        ];
    }

    /**
     * @param array<string, string> $built addresses of the descriptions
     *
     * @return list<array{name: string, label: string, about: string, url: ?string, played: object}>
     */
    private static function kits(array $built, Phrases $phrases): array
    {
        return array_map(static function (Kit $kit) use ($built, $phrases): array {
            $there = [];
            foreach ($kit->voices() as $instrument => $voice) {
                $there[] = $instrument;
            }

            return [
                'name' => $kit->name()->value,
                'label' => $kit->name()->label(),
                'about' => $phrases->say("kit.{$kit->name()->value}"),
                'url' => $built[$kit->name()->value] ?? null,
                'played' => (object) Kits::played($there),
            ];
        }, Kits::all());
    }

    /** @return array<string, mixed> what a teacher's first sheet begins with */
    private static function newPattern(string $title): array
    {
        $meter = Meter::of(...self::METERS[0]);
        $rows = array_map(
            static fn (Instrument $instrument): Row => Row::of($instrument, []),
            [Instrument::Kick, Instrument::Snare, Instrument::ClosedHat, Instrument::OpenHat],
        );

        return PatternWriter::toData(Pattern::of($title, $meter, Tempo::of(96, '4'), [Section::of('A', 1, $rows, $meter)]));
    }
}
