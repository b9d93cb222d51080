<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Bench;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Http\Conflict;
use Pulsanda\Core\Task\Question;
use Symfony\Component\Uid\Uuid;

/** How often a student may check and listen, counted on the server, in one statement each: two at once cannot both be the last. */
final readonly class Allowance
{
    /** More than anybody asks. */
    private const ALWAYS = 1_000_000_000;

    public function __construct(private Connection $connection)
    {
    }

    /**
     * @return array{
     *     ask: string,
     *     checksLeft: int|null,
     *     hearingsLeft: int|null,
     *     byBar: bool,
     *     slower: bool,
     * } what may still be asked; null for as often as one likes
     */
    public function left(Part $part, ?Account $student): array
    {
        $help = $part->task()->help;
        $asked = null === $student ? false : $this->connection->fetchAssociative(
            'SELECT checks, hearings FROM help_use WHERE part_id = ? AND student_id = ?',
            [(string) $part->id, (string) $student->id],
        );
        $rest = static fn (?int $most, string $what): ?int => null === $most ? null : max(
            0,
            $most - (\is_array($asked) && is_numeric($asked[$what]) ? (int) $asked[$what] : 0),
        );

        return [
            'ask' => [] === $part->targets ? Question::Nothing->value : $help->ask->value,
            'checksLeft' => $rest($help->times, 'checks'),
            'hearingsLeft' => $rest($help->hearings, 'hearings'),
            'byBar' => $help->byBar,
            'slower' => $help->slower,
        ];
    }

    /**
     * Counts one check before anything is compared.
     *
     * @return int|null how often it may still be asked; null for as often as one likes
     *
     * @throws Conflict when it was asked as often as is allowed
     */
    public function check(Part $part, Account $account): ?int
    {
        [$left] = $this->take($part, $account, 'checks', $part->task()->help->times)
            ?? throw new Conflict('You have checked as often as this task allows; hand in when you are ready.');

        return $left;
    }

    /**
     * Counts one hearing before anything is mixed.
     *
     * @return int|null how often it may still be played; null for as often as one likes
     *
     * @throws Conflict when it was played as often as is allowed
     */
    public function hear(Part $part, Account $account): ?int
    {
        [$left] = $this->take($part, $account, 'hearings', $part->task()->help->hearings)
            ?? throw new Conflict('You have listened as often as this task allows; write down what you still hear in your head.');

        return $left;
    }

    /** Whether handing in may tell right or wrong, by a part that opens: it counts as a check, where any is left. */
    public function tells(Part $part, Account $student): bool
    {
        $help = $part->task()->help;

        return Question::Nothing !== $help->ask && null !== $this->take($part, $student, 'checks', $help->times);
    }

    /**
     * @param 'checks'|'hearings' $what
     *
     * @return array{int|null}|null how often is left, null for as often as one likes; null alone when none was left
     */
    private function take(Part $part, Account $account, string $what, ?int $most): ?array
    {
        if ($account->teaches()) {
            return [$most];
        }
        $count = $this->connection->fetchOne(
            "INSERT INTO help_use (id, school_id, part_id, student_id, checks, hearings) VALUES (?, ?, ?, ?, ?, ?)
             ON CONFLICT (part_id, student_id) DO UPDATE SET $what = help_use.$what + 1 WHERE help_use.$what < ? RETURNING $what",
            [
                (string) Uuid::v7(), (string) $part->school->id, (string) $part->id, (string) $account->id,
                'checks' === $what ? 1 : 0, 'hearings' === $what ? 1 : 0, $most ?? self::ALWAYS,
            ],
        );

        return is_numeric($count) ? [null === $most ? null : $most - (int) $count] : null;
    }
}
