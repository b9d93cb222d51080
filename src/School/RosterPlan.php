<?php

declare(strict_types=1);

namespace Pulsanda\App\School;

use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Colleague;
use Pulsanda\App\Entity\Course;

/**
 * What a OneRoster set would change here. Ids decide who and what is meant; nothing is guessed from a name but a class that was made by
 * hand, where one class alone has that name and year on either side.
 *
 * @phpstan-import-type User from RosterSet
 * @phpstan-import-type RosterClass from RosterSet
 *
 * @phpstan-type TeachingPlace array{class: string, user: string, first: bool, source: string}
 */
final readonly class RosterPlan
{
    /**
     * @param array<string, Account>                                   $accounts known people by the set's id
     * @param array<string, Course>                                    $courses  known classes by the set's id
     * @param array<string, User>                                      $new      people to be made
     * @param array<string, User>                                      $changed  known people whose name or address is another now
     * @param list<Account>                                            $disable  known people who may not sign in any more
     * @param list<Account>                                            $enable   who were disabled by a set, and may again
     * @param array<string, RosterClass>                               $classes  classes to be made
     * @param array<string, RosterClass>                               $renamed  known classes with another name or year, or found by name
     * @param list<array{class: string, user: string, source: string}> $enter    students into classes
     * @param list<array{course: string, student: string}>             $end      ids of students who leave classes
     * @param list<TeachingPlace>                                      $teach    teachers into classes
     * @param list<Colleague>                                          $leave    teachers out of classes of others
     * @param list<array{Colleague, string}>                           $known    teachers of a class, and their places' sourcedIds
     * @param array<string, string>                                    $tie      sourcedIds of places that are here, by "class student"
     * @param int                                                      $moved    students who leave one class and come into another
     * @param int                                                      $others   people who are neither students nor teachers
     * @param int                                                      $over     classes and places that are over, or have not begun
     * @param list<string>                                             $faults
     */
    public function __construct(
        public array $accounts,
        public array $courses,
        public array $new,
        public array $changed,
        public array $disable,
        public array $enable,
        public array $classes,
        public array $renamed,
        public array $enter,
        public array $end,
        public array $teach,
        public array $leave,
        public array $known,
        public array $tie,
        public int $moved,
        public int $others,
        public int $over,
        public array $faults,
    ) {
    }

    public function changesNothing(): bool
    {
        return [] === [...$this->new, ...$this->changed, ...$this->disable, ...$this->enable, ...$this->classes, ...$this->renamed,
            ...$this->enter, ...$this->end, ...$this->teach, ...$this->leave];
    }
}
