<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

/** A school of its own: keeper, teacher and student come in for the first time, and a beat is handed in and marked. */
final class SchoolTest extends BrowserTestCase
{
    private const OWN = 'the tide comes twice';

    public function testFromAPastedListToAMarkedBeat(): void
    {
        $marit = $this->person('marit');
        $marit->press('School');
        $marit->fill('Add teachers', 'Fenn, Ottoline');
        $marit->press('Add them');
        $teacher = $this->slip($marit);
        $marit->press('I have them');
        $marit->fill('A new class', 'Kelp line, Mondays');
        $marit->choose('Its teacher', 'Ottoline Fenn');
        $marit->press('Make the class');
        $marit->read('Nobody is in this class yet');
        $marit->fill('Add students', "Ada (Adi) Marsh\nAda (Adi) Marsh");
        $marit->press('Look at the list');
        $marit->read('"Ada Marsh" stands here twice');
        $marit->fill('Add students', 'Ada (Adi) Marsh');
        $marit->press('Look at the list');
        $marit->see('[aria-label="Who would be added"]');
        $marit->press('Add them to the class');
        $student = $this->slip($marit);
        $marit->assertNoComplaints();

        $ottoline = $this->person(null);
        $this->comesIn($ottoline, $teacher);
        $ottoline->press('Plan an assignment');
        $ottoline->press('Words');
        $ottoline->fill('Name', 'First lamp');
        $ottoline->cell(0, 0)->click();
        $ottoline->told('Saved');
        $ottoline->press('Publish');
        $ottoline->read('First lamp');

        $ada = $this->person(null);
        $this->comesIn($ada, $student);
        $ada->press('Begin: First lamp');
        $ada->cell(0, 0)->click();
        $ada->press('Hand in');
        $ada->read('Attempt 1 is with your teacher');
        $ada->assertNoComplaints();

        $ottoline->go('/');
        $ottoline->press('Answer 1: First lamp');
        $ottoline->press('Ada Marsh');
        $ottoline->press('Take 20');
        $ottoline->press('Return to Adi');
        $ottoline->read('Returned');
        $ada->go('/');
        $ada->press('Read the answer: First lamp');
        $ottoline->assertNoComplaints();
    }

    /** @return array{string, string} sign-in name and password, as they stand on the slip */
    private function slip(Person $person): array
    {
        $person->see('.slip');
        $said = $person->script('return [...document.querySelectorAll(".slip b")].map((one) => one.textContent)');
        self::assertIsArray($said);
        self::assertCount(2, $said);

        /** @var array{string, string} $said */
        return $said;
    }

    /** @param array{string, string} $slip */
    private function comesIn(Person $person, array $slip): void
    {
        $person->signIn(...$slip);
        $person->read('A password of your own');
        $person->fill('The password on your slip', $slip[1]);
        $person->fill('The new one', self::OWN);
        $person->press('Take it');
        $person->readNot('A password of your own');
    }
}
