<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use Pulsanda\App\Api\Plan\PlanInput;
use Pulsanda\App\Api\Plan\Publication;
use Pulsanda\App\Api\Plan\SavePlan;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Assignment;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Http\Conflict;
use Pulsanda\Core\Input\Fields;
use Symfony\Component\Uid\Uuid;

/** Saving and publishing a plan, without a request. */
final class SavePlanTest extends ApiTestCase
{
    /** @var array<string, mixed> a part */
    private array $like = [];

    public function testAPlanThatArrivesTwiceIsMadeOnceAndAnotherByItsIdIsRefused(): void
    {
        [$save, $course] = $this->theUsual();
        $id = Uuid::v7();
        $made = $save->begin($course, $id, $this->plan('Heron Step'));
        self::assertSame($made, $save->begin($course, $id, $this->plan('Heron Step')));
        $this->expectException(Conflict::class);
        $save->begin($course, $id, $this->plan('Another Step'));
    }

    public function testNobodyIsSavedOverAndTheSameIsNoSecondHand(): void
    {
        [$save, $course, $odile] = $this->theUsual();
        $plan = $save->begin($course, null, $this->plan('Heron Step'));
        $version = $plan->version;
        $part = (string) $plan->parts()[0]->id;
        $save->change($plan, $odile, $version, $this->plan('Heron Walk', $part));
        $save->change($plan, $odile, $version, $this->plan('Heron Walk', $part));
        self::assertSame('Heron Walk', $plan->title);
        try {
            $save->change($plan, $odile, $version, $this->plan('Heron Run', $part));
            self::fail('it was saved over');
        } catch (Conflict) {
            self::assertSame('Heron Walk', $this->one('SELECT title FROM assignment WHERE id = ?', (string) $plan->id));
        }
    }

    public function testEveryStepIsRecordedOnceAndOneThatChangesNothingIsNot(): void
    {
        [, , $odile] = $this->theUsual();
        $publication = $this->service(Publication::class);
        $plan = $this->entities()->find(Assignment::class, $this->assignment('Heron Step'));
        self::assertInstanceOf(Assignment::class, $plan);
        $publication->publish($plan, $odile, null);
        $publication->publish($plan, $odile, null);
        $publication->close($plan, $odile);
        $publication->close($plan, $odile);
        $publication->reopen($plan, $odile);
        $publication->withdraw($plan, $odile);
        self::assertNull($plan->publishedAt);
        self::assertSame('publish close reopen withdraw', $this->one(
            "SELECT string_agg(what, ' ' ORDER BY id) FROM audit_entry WHERE subject = ? AND who = ?",
            (string) $plan->id,
            (string) $odile->id,
        ));
    }

    public function testWhatStudentsHaveHandedInStaysWithTheClass(): void
    {
        [, , $odile] = $this->theUsual();
        $march = $this->entities()->find(Assignment::class, $this->assignment('Lamplighters\' March'));
        self::assertInstanceOf(Assignment::class, $march);
        $this->expectException(Conflict::class);
        $this->service(Publication::class)->withdraw($march, $odile);
    }

    /** @return array{SavePlan, Course, Account} */
    private function theUsual(): array
    {
        $this->signIn('odile');
        $this->like = $this->input($this->assignment('Lamplighters\' March'))['parts'][0];
        $course = $this->entities()->find(Course::class, $this->course());
        $odile = $this->entities()->find(Account::class, $this->account('odile'));
        self::assertInstanceOf(Course::class, $course);
        self::assertInstanceOf(Account::class, $odile);

        return [$this->service(SavePlan::class), $course, $odile];
    }

    private function plan(string $title, ?string $part = null): PlanInput
    {
        $data = ['title' => $title, 'brief' => '', 'dueAt' => null, 'parts' => [['id' => $part] + $this->like]];

        return PlanInput::of(Fields::of(json_decode((string) json_encode($data)), '', PlanInput::KEYS));
    }
}
