<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\OwnSound;
use Pulsanda\App\Http\Conflict;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Sound\Strike;
use Pulsanda\Core\Sound\Wav;

/**
 * Sounds that people have brought. What sounds in a beat of somebody's by a name is their own sound of that name, or else their teacher's,
 * whose task the beat begins with.
 *
 * @phpstan-type Listed array{id: string, name: string, own: bool, seconds: float, bytes: int}
 */
final readonly class OwnSounds
{
    public function __construct(private EntityManagerInterface $entities, private Connection $connection, private Decoder $decoder)
    {
    }

    /**
     * @param string $bytes of a file
     *
     * @throws InvalidInput|Conflict
     */
    public function take(Account $account, string $name, string $bytes): OwnSound
    {
        $strike = Strike::own($this->decoder->decode($bytes));
        $flac = Flac::encode($strike->pcm, 1);

        return $this->entities->wrapInTransaction(function () use ($account, $name, $strike, $flac): OwnSound {
            // One at a time for one person, so that the count holds.
            $this->connection->executeQuery('SELECT 1 FROM account WHERE id = ? FOR NO KEY UPDATE', [(string) $account->id]);
            $names = $this->connection->fetchFirstColumn('SELECT name FROM own_sound WHERE account_id = ?', [(string) $account->id]);
            if (\in_array($name, $names, true)) {
                throw new Conflict("You have a sound called “{$name}” already; give this one another name, or remove that one first.");
            }
            if (\count($names) >= OwnSound::MOST) {
                throw new Conflict(\sprintf('You have %d sounds, as many as there may be; remove one first.', OwnSound::MOST));
            }
            $sound = new OwnSound($account->school, $account, $name, $flac, intdiv(\strlen($strike->pcm), 2), \strlen($flac));
            $this->entities->persist($sound);

            return $sound;
        });
    }

    /**
     * What can be heard in the beats of somebody: their own, and those of the teachers of their classes under names that they have not.
     *
     * @return list<Listed>
     */
    public function of(string $account): array
    {
        /** @var list<array{id: string, name: string, own: bool, samples: int, bytes: int}> $rows */
        $rows = $this->connection->fetchAllAssociative(
            'SELECT DISTINCT ON (name) id, name, own, samples, bytes FROM (
                SELECT id, name, true AS own, samples, bytes FROM own_sound WHERE account_id = :account
                UNION ALL
                SELECT s.id, s.name, false, s.samples, s.bytes FROM own_sound s JOIN teaching t ON t.account_id = s.account_id
                    JOIN enrolment e ON e.course_id = t.course_id AND e.student_id = :account
            ) heard ORDER BY name, own DESC, id',
            ['account' => $account],
        );

        return array_map(static fn (array $row): array => [
            'id' => $row['id'],
            'name' => $row['name'],
            'own' => $row['own'],
            'seconds' => round($row['samples'] / 44100, 2),
            'bytes' => $row['bytes'],
        ], $rows);
    }

    /** @return array<string, string> id by name, of what can be heard in the beats of somebody */
    public function named(string $account): array
    {
        return array_column($this->of($account), 'id', 'name');
    }

    public function flac(string $id): string
    {
        $flac = $this->connection->fetchOne('SELECT flac FROM own_sound WHERE id = ?', [$id]);

        return \is_resource($flac) ? (string) stream_get_contents($flac) : throw new \RuntimeException("There is no sound $id.");
    }

    public function strike(string $id): Strike
    {
        return Strike::whole(Wav::numbers($this->decoder->decode($this->flac($id))->values));
    }
}
