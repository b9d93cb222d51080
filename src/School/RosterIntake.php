<?php

declare(strict_types=1);

namespace Pulsanda\App\School;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Colleague;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\Intake;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Http\Conflict;

/**
 * A OneRoster set and the school: what it would change, and bringing it in, all of it or nothing. The same set a second time changes
 * nothing.
 *
 * @phpstan-import-type User from RosterSet
 * @phpstan-import-type RosterClass from RosterSet
 * @phpstan-import-type Made from Intake
 */
final readonly class RosterIntake
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private ClockInterface $clock,
        private Usernames $usernames,
        private Enrolments $enrolments,
        private Intakes $intakes,
    ) {
    }

    public function plan(RosterSet $set, Account $by): RosterPlan
    {
        $faults = $set->faults;
        $wanted = [...array_map(strval(...), array_keys($set->users)), ...array_column($set->places, 'user')];
        $accounts = $this->intakes->known($by, array_values(array_unique($wanted)));
        [$courses, $renamed] = $this->courses($set, $by);
        $new = $changed = $disable = $enable = [];
        $others = 0;
        // Students without a place now are nobody here yet.
        $placed = array_fill_keys(array_column(array_filter($set->places, static fn (array $one): bool => $one['on']), 'user'), true);
        foreach ($set->users as $id => $user) {
            $account = $accounts[$id] ?? null;
            if (null === $account) {
                if (null === $user['role']) {
                    ++$others;
                } elseif ($user['on'] && (Role::Teacher === $user['role'] || isset($placed[$id]))) {
                    $new[$id] = $user;
                }
                continue;
            }
            if (null !== $user['role'] && (Role::Teacher === $user['role']) !== $account->teaches()) {
                $is = $account->teaches() ? 'a teacher' : 'a student';
                $faults[] = "users.csv, line {$user['line']}: {$user['name']} is $is here, and not so in the set; "
                    .'remove one of the two first.';
            }
            if (self::differs($account, $user)) {
                $changed[$id] = $user;
            }
            // An administrator is not shut out by a set; whoever was disabled here by hand stays so.
            if (!$user['on'] && !$account->isDisabled() && Role::Administrator !== $account->role) {
                $disable[] = $account;
            } elseif ($user['on'] && $account->isDisabled() && $account->wasDisabledByRoster()) {
                $enable[] = $account;
            }
        }
        $classes = array_filter(
            $set->classes,
            static fn (array $one, int|string $id): bool => $one['on'] && !isset($courses[$id]),
            \ARRAY_FILTER_USE_BOTH,
        );
        // Of a class that is over, everything stays as it is.
        $running = array_filter(
            $courses,
            static fn (int|string $id): bool => $set->classes[$id]['on'] ?? true,
            \ARRAY_FILTER_USE_KEY,
        );
        [$there, $sources] = $this->places(array_map(static fn (Course $one): string => (string) $one->id, array_values($running)));
        $colleagues = $this->colleagues(array_values($running));
        $enter = $end = $teach = $known = $tie = $stay = [];
        $over = \count(array_filter($set->classes, static fn (array $one): bool => !$one['on']));
        foreach ($set->places as $source => $one) {
            $source = (string) $source;
            $course = $courses[$one['class']] ?? null;
            $account = $accounts[$one['user']] ?? null;
            $unknown = match (true) {
                !isset($set->classes[$one['class']]) && null === $course => 'class',
                !isset($set->users[$one['user']]) && null === $account => 'user',
                default => null,
            };
            if (null !== $unknown) {
                $faults[] = "enrollments.csv, line {$one['line']}: there is no such $unknown in this set.";
                continue;
            }
            $class = $set->classes[$one['class']] ?? null;
            $user = $set->users[$one['user']] ?? null;
            if (null !== $course?->archivedAt || false === ($class['on'] ?? true)) {
                continue;
            }
            if (!$one['on'] || false === ($user['on'] ?? true)) {
                ++$over;
                continue;
            }
            if (Role::Teacher === $one['role']) {
                $place = "$course?->id $account?->id";
                if (isset($colleagues[$place])) {
                    $known[$place] = [$colleagues[$place], $source];
                } elseif (Role::Student !== ($account->role ?? $user['role'] ?? null)
                    && (null === $account || $account !== $course?->teacher)) {
                    [$class, $teacher] = [(string) $one['class'], (string) $one['user']];
                    $teach["$class $teacher"] = ['class' => $class, 'user' => $teacher, 'first' => $one['first'], 'source' => $source];
                }
                continue;
            }
            if (Role::Student !== ($account->role ?? $user['role'] ?? null)) {
                continue;
            }
            $place = null === $course || null === $account ? null : "$course->id $account->id";
            if (null !== $place && \array_key_exists($place, $there)) {
                $stay[$place] = true;
                $there[$place] === $source || $tie[$place] = $source;
            } else {
                $key = $one['class'].' '.$one['user'];
                $enter[$key] = ['class' => (string) $one['class'], 'user' => (string) $one['user'], 'source' => $source];
            }
        }
        foreach ($there as $place => $source) {
            [$course, $student] = explode(' ', $place);
            // Whom somebody put there by hand stays; of a set that tells changes, only who is named goes.
            $named = null === $source ? null : $set->places[$source] ?? null;
            if (!isset($stay[$place]) && (null !== $named || ($sources[$course] && null !== $source && !$set->delta))) {
                $end[] = ['course' => $course, 'student' => $student];
            }
        }
        $leave = array_filter(
            array_diff_key($colleagues, $known),
            static fn (Colleague $one): bool => null !== $one->source && (isset($set->places[$one->source]) || !$set->delta),
        );
        $faults = [...$faults, ...self::full($set, $courses, $enter, $end, $there)];
        $leaving = array_fill_keys(array_column($end, 'student'), true);
        $moved = \count(array_unique(array_map(
            static fn (array $one): string => isset($leaving[(string) ($accounts[$one['user']] ?? null)?->id]) ? $one['user'] : '',
            array_filter($enter, static fn (array $one): bool => isset($leaving[(string) ($accounts[$one['user']] ?? null)?->id])),
        )));

        return new RosterPlan(
            $accounts, $courses, $new, $changed, $disable, $enable, $classes, $renamed,
            array_values($enter), $end, array_values($teach), array_values($leave), array_values($known), $tie,
            $moved, $others, $over, $faults,
        );
    }

    /**
     * @return array{id: string, made: int, enrolled: int}
     *
     * @throws Conflict where it would change nothing, or the school has changed meanwhile
     */
    public function take(RosterSet $set, Account $by): array
    {
        $new = $this->plan($set, $by)->new;
        $usernames = $this->usernames->reserve(array_values($new));

        return $this->entities->wrapInTransaction(function () use ($set, $new, $usernames, $by): array {
            // Of two sets at once, the second finds what the first has made.
            $this->connection->executeStatement('SELECT 1 FROM school WHERE id = ? FOR UPDATE', [(string) $by->school->id]);
            $plan = $this->plan($set, $by);
            if (array_keys($plan->new) !== array_keys($new)) {
                throw new Conflict('Somebody else changed the people of the school. Try again.');
            }
            $tied = array_filter($plan->known, static fn (array $one): bool => $one[0]->source !== $one[1]);
            if ($plan->changesNothing() && [] === $plan->tie && [] === $tied) {
                throw new Conflict('Everything of this set is here already.');
            }
            $accounts = $plan->accounts;
            $made = ['accounts' => [], 'courses' => [], 'enrolments' => []];
            $made += ['ended' => [], 'people' => [], 'classes' => [], 'disabled' => [], 'enabled' => [], 'teach' => [], 'leave' => []];
            foreach (array_values($plan->new) as $i => $user) {
                \assert(null !== $user['role'] && isset($usernames[$i]));
                $account = new Account($by->school, $usernames[$i], $user['name'], $user['role'], $user['given'], $user['family']);
                $account->find($user['email'], $user['id']);
                $this->entities->persist($account);
                $accounts[$user['id']] = $account;
                $made['accounts'][] = (string) $account->id;
            }
            foreach ($plan->changed as $id => $user) {
                $account = $accounts[$id];
                $made['people'][(string) $account->id] = [$account->name, $account->given, $account->family, $account->email];
                $account->call($user['name'], $user['given'], $user['family']);
                $account->find($user['email']);
            }
            $now = \DateTimeImmutable::createFromInterface($this->clock->now());
            foreach ($plan->disable as $account) {
                $account->disable($now, byRoster: true);
                $made['disabled'][] = (string) $account->id;
            }
            foreach ($plan->enable as $account) {
                $account->enable();
                $made['enabled'][] = (string) $account->id;
            }
            $courses = $this->makeCourses($plan, $accounts, $by, $made);
            foreach ($plan->leave as $one) {
                $this->entities->remove($one);
                $made['leave'][] = [(string) $one->course->id, (string) $one->account->id, (string) $one->source];
            }
            foreach ($tied as [$one, $source]) {
                $one->know($source);
            }
            $this->entities->flush();
            foreach ($plan->end as ['course' => $course, 'student' => $student]) {
                $this->enrolments->end($course, $student, (string) $by->school->id);
                $made['ended'][] = [$course, $student];
            }
            foreach ($plan->enter as $one) {
                [$course, $account] = [$courses[$one['class']], $accounts[$one['user']]];
                $this->enrolments->enter($account, $course, $one['source']);
                $made['enrolments'][] = [(string) $course->id, (string) $account->id];
            }
            foreach ($plan->tie as $place => $source) {
                [$course, $student] = explode(' ', $place);
                $this->connection->update('enrolment', ['source' => $source], ['course_id' => $course, 'student_id' => $student]);
            }

            return $this->intakes->keep($by, $made);
        });
    }

    /**
     * @param array<string, Account> $accounts
     * @param Made                   $made     takes what was made or changed
     *
     * @return array<string, Course> by the set's id
     */
    private function makeCourses(RosterPlan $plan, array $accounts, Account $by, array &$made): array
    {
        $teachers = [];
        foreach ($plan->teach as $one) {
            if ($one['first'] || !isset($teachers[$one['class']])) {
                $teachers[$one['class']] = $accounts[$one['user']];
            }
        }
        $courses = $plan->courses;
        foreach ($plan->classes as $id => ['title' => $title, 'year' => $year]) {
            $course = new Course($by->school, $teachers[$id] ?? $by, $title, $by->school->counting, $year, (string) $id);
            $this->entities->persist($course);
            $courses[$id] = $course;
            $made['courses'][] = (string) $course->id;
        }
        foreach ($plan->renamed as $id => ['title' => $title, 'year' => $year]) {
            $course = $courses[$id];
            $made['classes'][(string) $course->id] = [$course->name, $course->year, $course->source];
            $course->call($title, $year);
            $course->know((string) $id);
        }
        foreach ($plan->teach as $one) {
            [$course, $account] = [$courses[$one['class']] ?? null, $accounts[$one['user']]];
            if (null !== $course && $account->teaches() && $account !== $course->teacher) {
                $this->entities->persist(new Colleague($course, $account, $by->school, $one['source']));
                $made['teach'][] = [(string) $course->id, (string) $account->id];
            }
        }

        return $courses;
    }

    /**
     * Classes that are known by the set's ids, and those of them whose name, year or id is another here.
     *
     * @return array{array<string, Course>, array<string, RosterClass>}
     */
    private function courses(RosterSet $set, Account $by): array
    {
        $wanted = [...array_map(strval(...), array_keys($set->classes)), ...array_column($set->places, 'class')];
        $titles = array_count_values(array_map(static fn (array $one): string => $one['title']."\n".$one['year'], $set->classes));
        $courses = $renamed = $free = [];
        /** @var list<Course> $all */
        $all = $this->entities->getRepository(Course::class)->findBy(['school' => $by->school]);
        $wanted = array_fill_keys($wanted, true);
        foreach ($all as $course) {
            $id = $course->source ?? (string) $course->id;
            if (isset($wanted[$id])) {
                $courses[$id] = $course;
            } elseif (null === $course->source && null === $course->archivedAt) {
                $free[$course->name."\n".$course->year][] = $course;
            }
        }
        foreach ($set->classes as $id => $one) {
            $key = $one['title']."\n".$one['year'];
            if (!isset($courses[$id]) && $one['on'] && 1 === $titles[$key] && 1 === \count($free[$key] ?? [])) {
                $courses[$id] = $free[$key][0];
                $renamed[$id] = $one;
            } elseif (isset($courses[$id]) && $one['on'] && null !== $courses[$id]->source
                && [$courses[$id]->name, $courses[$id]->year] !== [$one['title'], $one['year']]) {
                $renamed[$id] = $one;
            }
        }

        return [$courses, $renamed];
    }

    /**
     * @param list<Course> $courses
     *
     * @return array<string, Colleague> by "class teacher"
     */
    private function colleagues(array $courses): array
    {
        $there = [];
        foreach ($this->entities->getRepository(Colleague::class)->findBy(['course' => $courses]) as $one) {
            if (null === $one->course->archivedAt) {
                $there["{$one->course->id} {$one->account->id}"] = $one;
            }
        }

        return $there;
    }

    /**
     * @param list<string> $courses ids
     *
     * @return array{array<string, string|null>, array<string, bool>} sourcedIds of enrolments by "class student"; whether a class came with
     *                                                                a set
     */
    private function places(array $courses): array
    {
        /** @var list<array{course_id: string, student_id: string, source: string|null, known: bool}> $rows */
        $rows = $this->connection->fetchAllAssociative(
            'SELECT e.course_id, e.student_id, e.source, c.source IS NOT NULL AS known FROM enrolment e '
                .'JOIN course c ON c.id = e.course_id WHERE e.course_id IN (?) AND c.archived_at IS NULL',
            [$courses],
            [ArrayParameterType::STRING],
        );
        $there = $known = [];
        foreach ($rows as $row) {
            $there["{$row['course_id']} {$row['student_id']}"] = $row['source'];
            $known[$row['course_id']] = $row['known'];
        }

        return [$there, $known];
    }

    /**
     * Classes that would hold too many.
     *
     * @param array<string, Course>                                             $courses
     * @param array<string, array{class: string, user: string, source: string}> $enter
     * @param list<array{course: string, student: string}>                      $end
     * @param array<string, string|null>                                        $there
     *
     * @return list<string>
     */
    private static function full(RosterSet $set, array $courses, array $enter, array $end, array $there): array
    {
        $counts = array_count_values(array_map(static fn (string $place): string => explode(' ', $place)[0], array_keys($there)));
        $ends = array_count_values(array_column($end, 'course'));
        $faults = [];
        foreach (array_count_values(array_column($enter, 'class')) as $class => $more) {
            $id = isset($courses[$class]) ? (string) $courses[$class]->id : '';
            $count = $more + ($counts[$id] ?? 0) - ($ends[$id] ?? 0);
            if ($count > ClassLock::MOST_STUDENTS) {
                $one = $set->classes[$class] ?? null;
                $place = null === $one ? 'enrollments.csv' : "classes.csv, line {$one['line']}";
                $faults[] = "$place: \"".($one['title'] ?? $courses[$class]->name)."\" would have $count students; a class holds "
                    .ClassLock::MOST_STUDENTS.'.';
            }
        }

        return $faults;
    }

    /**
     * Whether the set calls somebody otherwise. It has the given name first always, and a family name for everybody; where here the family
     * name goes first, or is not known, that is no change.
     *
     * @param User $user
     */
    private static function differs(Account $account, array $user): bool
    {
        $rest = static fn (string $name): string => str_replace([' ', $user['family']], '', $name);
        $family = '' === $account->family && str_ends_with($account->name, $user['family']) ? '' : $user['family'];

        return [$account->given, $account->family, $account->email] !== [$user['given'], $family, $user['email']]
            || ($rest($account->name) !== $rest($user['name']) && $account->name !== $user['family']);
    }
}
