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
        $marit->fill('Add teachers', 'Sandoval, Bertil');
        $marit->press('Add them');
        $teacher = $this->slip($marit);
        $marit->press('I have them');
        $marit->fill('A new class', 'Gull deck, Fridays');
        $marit->choose('Its teacher', 'Bertil Sandoval');
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

        $bertil = $this->person(null);
        $this->comesIn($bertil, $teacher);
        $bertil->press('Plan an assignment');
        $bertil->press('Words');
        $bertil->fill('Name', 'First lamp');
        $bertil->cell(0, 0)->click();
        $bertil->told('Saved');
        $bertil->press('Publish');
        $bertil->read('First lamp');

        $ada = $this->person(null);
        $this->comesIn($ada, $student);
        $ada->press('Begin: First lamp');
        $ada->cell(0, 0)->click();
        $ada->press('Hand in');
        $ada->read('Attempt 1 is with your teacher');
        $ada->assertNoComplaints();

        $bertil->go('/');
        $bertil->press('Answer 1: First lamp');
        $bertil->press('Ada Marsh');
        $bertil->press('Take 20');
        $bertil->press('Return to Adi');
        $bertil->read('Returned');
        $ada->go('/');
        $ada->press('Read the answer: First lamp');
        $bertil->assertNoComplaints();
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
