<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Core\Require;

use PHPUnit\Framework\TestCase;
use Pulsanda\Core\Compare\Pair\Tolerance;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Require\Added;
use Pulsanda\Core\Require\RequirementFile;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Shelf\Grooves;
use Pulsanda\Tests\Core\Lesson;

/** Music has an order, however odd; hits that are thrown on the sheet have none. */
final class ChanceTest extends TestCase
{
    private const GIVEN = 'kick x...|....|x...|....|x...|....|x...|....';
    private const ROUNDS = 300;

    public function testNoGrooveOfTheShelfIsTakenForChance(): void
    {
        $grooves = 0;
        foreach (Grooves::lessons() as $lesson) {
            foreach ($lesson->grooves as $groove) {
                foreach ($groove->pattern->sections[0]->rows as $r => $row) {
                    $given = self::only($groove->pattern, static fn (int $one): bool => $one === $r);
                    self::assertNotSame(Added::Random, self::added($given, $groove->pattern), "$groove->key, {$row->instrument->value} given");
                    ++$grooves;
                }
            }
        }
        self::assertGreaterThan(200, $grooves);
    }

    public function testHitsThatAreThrownOnTheSheetAreTakenForChance(): void
    {
        $random = Lesson::random(271);
        $given = Lesson::grid(self::GIVEN, 2);
        $found = 0;
        for ($round = 0; $round < self::ROUNDS; ++$round) {
            $rows = [$given->sections[0]->rows[0]];
            foreach ([Instrument::Snare, Instrument::ClosedHat, Instrument::HighTom] as $instrument) {
                $ticks = \array_slice($random->shuffleArray(range(0, 7680 - 1, 240)), 0, $random->getInt(7, 16));
                sort($ticks);
                $rows[] = Row::of($instrument, array_map(Hit::of(...), $ticks));
            }
            $beat = $given->withSections([Section::of('A', 2, $rows, $given->meter)]);
            $found += Added::Random === self::added($given, $beat) ? 1 : 0;
        }
        self::assertGreaterThan(0.75 * self::ROUNDS, $found);
    }

    public function testRulesBringNoPointsForChance(): void
    {
        $given = Lesson::grid(self::GIVEN, 2);
        $thrown = Lesson::grid(self::GIVEN."\nsnare .xx.|...x|....|..x.|...x|.xx.|x...|....\nclosed-hat x..x|.x..|xx..|...x|.x..|x..x|..x.|xxx.", 2);
        $rules = RequirementFile::read((string) json_encode([['kind' => 'tempo-between', 'points' => 10, 'low' => 60, 'high' => 120]]));
        $checked = $rules->check(Submission::of($thrown, '', Tolerance::of()), $given);
        self::assertSame([0.0, 'random'], [(float) $checked['points'], $checked['added'] ?? '']);
        $few = Lesson::grid(self::GIVEN."\nsnare .xx.|...x|....|..x.|...x|.xx.|x...|....", 2);
        self::assertSame(Added::Something, self::added($given, $few), 'so few hits can be meant');
    }

    private static function added(Pattern $given, Pattern $beat): Added
    {
        return Added::to($given, Submission::of($beat, '', Tolerance::of()));
    }

    /** @param \Closure(int): bool $isKept by the row's index */
    private static function only(Pattern $pattern, \Closure $isKept): Pattern
    {
        return $pattern->withSections(array_map(static fn (Section $section): Section => Section::of(
            $section->name,
            $section->bars,
            array_values(array_filter($section->rows, $isKept, \ARRAY_FILTER_USE_KEY)),
            $pattern->meter,
        ), $pattern->sections));
    }
}
