<?php

declare(strict_types=1);

namespace Pulsanda\Core\Require;

use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;
use Pulsanda\Core\Say\Voice;

/**
 * What a list of requirements says of a submission.
 *
 * @phpstan-import-type Judged from Verdict
 *
 * @phpstan-type Checked array{
 *     passed: int,
 *     failed: int,
 *     points: float,
 *     added?: string,
 *     results: list<array{
 *         kind: string,
 *         passed: bool,
 *         share?: float,
 *         points: float,
 *         found: array<string, bool|float|int|string|list<string>>,
 *         evidence: list<array{instrument: string, tick: int, at: int}>,
 *     }>,
 * }
 * @phpstan-type SaidOfAll array{
 *     passed: int,
 *     failed: int,
 *     points: float,
 *     added?: string,
 *     results: list<array{
 *         kind: string,
 *         passed: bool,
 *         points: float,
 *         earned: float,
 *         text: string,
 *         evidence: list<array{instrument: string, tick: int, place: string}>,
 *     }>,
 * }
 */
final readonly class Requirements
{
    /**
     * @param list<array{Requirement, float}> $requirements each with its points
     * @param list<mixed>                     $data         as they were read
     */
    public function __construct(private array $requirements, private array $data)
    {
    }

    public static function none(): self
    {
        return new self([], []);
    }

    /** @return list<mixed> as in a requirements file */
    public function toData(): array
    {
        return $this->data;
    }

    public function isEmpty(): bool
    {
        return [] === $this->requirements;
    }

    /**
     * @param Voice      $voice of who reads them
     * @param Meter|null $meter that students begin with, where that is known
     *
     * @return list<array{
     *     kind: string,
     *     text: string,
     *     points: float,
     *     frame?: mixed,
     * }> the rules, in words; and the pattern of those that are drawn
     */
    public function asks(Voice $voice, ?Meter $meter = null): array
    {
        // In 6/8 a class counts to six, and the last beat is as long as three of these.
        $isLong = null !== $meter && str_ends_with(Tempo::usualBeat($meter), '.');

        return array_map(static function (array $one, mixed $data) use ($isLong, $voice): array {
            $frame = $data instanceof \stdClass ? $data->frame ?? null : null;

            return [
                'kind' => $one[0]::declares()->kind,
                'text' => $one[0]->asks($voice).($isLong && $one[0] instanceof InBeats ? $voice->say('rule.longBeat') : ''),
                'points' => $one[1],
            ] + (null === $frame ? [] : ['frame' => $frame]);
        }, $this->requirements, $this->data);
    }

    /** @return list<Pattern> what must be there, where it is drawn */
    public function frames(): array
    {
        $frames = [];
        foreach ($this->data as $data) {
            if ($data instanceof \stdClass && 'contains' === ($data->kind ?? null) && isset($data->frame)) {
                $frames[] = PatternReader::fromData($data->frame);
            }
        }

        return $frames;
    }

    /** @return float the points of all */
    public function points(): float
    {
        return array_sum(array_column($this->requirements, 1));
    }

    /**
     * @param Pattern|null $given what a student was to build on: where nothing is added, or everything, rules bring no points
     *
     * @return Checked to be stored; points are what was earned
     */
    public function check(Submission $submission, ?Pattern $given = null): array
    {
        $results = [];
        $passed = 0;
        $points = 0.0;
        foreach ($this->requirements as [$requirement, $worth]) {
            $verdict = $requirement->check($submission);
            $passed += $verdict->passed ? 1 : 0;
            $points += $verdict->share * $worth;
            $results[] = ['kind' => $requirement::declares()->kind, 'points' => $worth] + $verdict->toData();
        }

        $added = null === $given ? Added::Something : Added::to($given, $submission);

        return [
            'passed' => $passed,
            'failed' => \count($results) - $passed,
            'points' => Added::Something === $added ? round($points, 2) : 0.0,
        ] + (Added::Something === $added ? [] : ['added' => $added->value]) + ['results' => $results];
    }

    /**
     * What was checked, in words.
     *
     * @param Checked               $checked as check() gave it, for these requirements or for earlier ones
     * @param \Closure(int): string $place   names a written tick
     *
     * @return SaidOfAll
     */
    public static function say(array $checked, \Closure $place, Voice $voice): array
    {
        $checked['results'] = array_map(static fn (array $one): array => [
            'kind' => $one['kind'],
            'passed' => $one['passed'],
            'points' => $one['points'],
            'earned' => round($one['points'] * ($one['share'] ?? ($one['passed'] ? 1 : 0)), 2),
            'text' => self::sentence($one, $place, $voice),
            'evidence' => array_map(
                static fn (array $stroke): array => [
                    'instrument' => $stroke['instrument'],
                    'tick' => $stroke['tick'],
                    'place' => $place($stroke['at']),
                ],
                $one['evidence'],
            ),
        ], $checked['results']);

        return $checked;
    }

    /**
     * @param array{
     *     kind: string,
     *     passed: bool,
     *     found: array<string, bool|float|int|string|list<string>>,
     *     evidence: list<array{instrument: string, tick: int, at: int}>,
     * } $judged
     * @param \Closure(int): string $place
     */
    public static function sentence(array $judged, \Closure $place, Voice $voice): string
    {
        return RequirementFile::rules()[$judged['kind']]::says(Verdict::fromData($judged), $place, $voice);
    }
}
