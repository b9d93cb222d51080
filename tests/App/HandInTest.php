<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Pulsanda\App\Api\Bench\HandIn;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Http\Conflict;
use Pulsanda\Core\Pattern\Hit;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Row;
use Pulsanda\Core\Pattern\Section;
use Symfony\Component\Uid\Uuid;

/** Handing in, without a request. */
final class HandInTest extends ApiTestCase
{
    public function testAPressCountsOnceAndLeavesItsRecord(): void
    {
        [$part, $freya, $handIn] = $this->theUsual();
        $press = Uuid::v7();
        $beat = self::beat($part, 0);
        self::assertSame(1, $handIn->take($part, $freya, 0, $beat, '', $press, null)['version'] ?? null);
        self::assertNull($handIn->take($part, $freya, 1, $beat, '', $press, null), 'the same press again');
        self::assertSame('1', $this->one('SELECT count(*)::text FROM attempt WHERE press = ?', (string) $press));
        self::assertSame('1', $this->one(
            "SELECT count(*)::text FROM audit_entry WHERE what = 'hand-in' AND subject = (SELECT id FROM attempt WHERE press = ?)",
            (string) $press,
        ));
    }

    public function testWhatIsEmptyOrTheSameIsRefusedAndStoresNothing(): void
    {
        [$part, $freya, $handIn] = $this->theUsual();
        $handIn->take($part, $freya, 0, self::beat($part, 0), '', Uuid::v7(), null);
        foreach ([[$part->start, 'There is no hit'], [self::beat($part, 0), 'the same as your attempt 1']] as [$pattern, $sentence]) {
            try {
                $handIn->take($part, $freya, 1, $pattern, '', Uuid::v7(), null);
                self::fail('it was taken');
            } catch (Conflict $refused) {
                self::assertStringContainsString($sentence, $refused->getMessage());
            }
        }
        self::assertSame('1', $this->one(
            'SELECT count(*)::text FROM attempt WHERE part_id = ? AND student_id = ?',
            (string) $part->id,
            (string) $freya->id,
        ));
    }

    public function testATimeIsNotBelievedWhereTheServerHeardFromThemSince(): void
    {
        [$part, $freya, $handIn] = $this->theUsual();
        $pressed = new \DateTimeImmutable('-1 hour');
        $handIn->take($part, $freya, 0, self::beat($part, 0), '', Uuid::v7(), $pressed);
        $told = fn (int $number): string => $this->one(
            "SELECT coalesce(pressed_at::text, 'not believed') FROM attempt WHERE part_id = ? AND student_id = ? AND number = ?",
            (string) $part->id,
            (string) $freya->id,
            $number,
        );
        self::assertNotSame('not believed', $told(1));
        // Twenty minutes ago something was saved: then there was a connection.
        $this->one(
            "WITH heard AS (UPDATE draft SET saved_at = now() - interval '20 minutes' WHERE student_id = ? RETURNING 1) "
                .'SELECT count(*)::text FROM heard',
            (string) $freya->id,
        );
        $handIn->take($part, $freya, 1, self::beat($part, 960), '', Uuid::v7(), $pressed);
        self::assertSame('not believed', $told(2));
    }

    /** @return array{Part, Account, HandIn} */
    private function theUsual(): array
    {
        $part = $this->entities()->find(Part::class, $this->part("Lamplighters' March")) ?? self::fail('there is no such part');
        $freya = $this->entities()->find(Account::class, $this->account('freya')) ?? self::fail('there is no Freya');
        $this->entities()->getConnection()->executeStatement('DELETE FROM draft WHERE student_id = ?', [(string) $freya->id]);

        return [$part, $freya, $this->service(HandIn::class)];
    }

    private static function beat(Part $part, int $at): Pattern
    {
        $rows = array_map(static fn (Row $row): Row => $row->withHits([Hit::of($at)]), $part->start->sections[0]->rows);

        return $part->start->withSections([
            Section::of($part->start->sections[0]->name, $part->start->sections[0]->bars, $rows, $part->start->meter),
        ]);
    }
}
