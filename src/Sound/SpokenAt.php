<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Speaker;
use Symfony\Component\Uid\Uuid;

/**
 * What was said aloud at an attempt, by either side.
 *
 * @phpstan-type Said array{seconds: float, caption: string}
 */
final readonly class SpokenAt
{
    /** The newest recording stays; what was typed under the one before goes with it. */
    private const PUT = <<<'SQL'
        INSERT INTO spoken_words (id, school_id, attempt_id, speaker, opus, seconds)
        VALUES (:id, :school, :attempt, :speaker, :opus, :seconds)
        ON CONFLICT (attempt_id, speaker) DO UPDATE SET id = excluded.id, opus = excluded.opus, seconds = excluded.seconds, caption = ''
        SQL;

    public function __construct(private Connection $connection)
    {
    }

    public function put(Attempt $attempt, Speaker $speaker, Speech $speech): void
    {
        $this->connection->executeStatement(self::PUT, [
            'id' => (string) Uuid::v7(),
            'school' => (string) $attempt->school->id,
            'attempt' => (string) $attempt->id,
            'speaker' => $speaker->value,
            'opus' => $speech->opus,
            'seconds' => $speech->seconds,
        ], ['opus' => 'blob']);
    }

    /** @return bool whether there is something under which it stands */
    public function caption(Attempt $attempt, Speaker $speaker, string $text): bool
    {
        $sql = 'UPDATE spoken_words SET caption = ? WHERE attempt_id = ? AND speaker = ?';

        return 1 === $this->connection->executeStatement($sql, [$text, (string) $attempt->id, $speaker->value]);
    }

    public function remove(Attempt $attempt, Speaker $speaker): void
    {
        $this->connection->delete('spoken_words', ['attempt_id' => (string) $attempt->id, 'speaker' => $speaker->value]);
    }

    /** @return array{teacher: Said|null, student: Said|null} */
    public function of(Attempt $attempt): array
    {
        $said = ['teacher' => null, 'student' => null];
        /** @var list<array{speaker: 'teacher'|'student', seconds: string, caption: string}> $rows */
        $rows = $this->connection->fetchAllAssociative(
            'SELECT speaker, seconds, caption FROM spoken_words WHERE attempt_id = ?',
            [(string) $attempt->id],
        );
        foreach ($rows as ['speaker' => $speaker, 'seconds' => $seconds, 'caption' => $caption]) {
            $said[$speaker] = ['seconds' => (float) $seconds, 'caption' => $caption];
        }

        return $said;
    }

    /** @return string|null Opus in Ogg */
    public function opus(Attempt $attempt, Speaker $speaker): ?string
    {
        $opus = $this->connection->fetchOne(
            'SELECT opus FROM spoken_words WHERE attempt_id = ? AND speaker = ?',
            [(string) $attempt->id, $speaker->value],
        );

        return \is_resource($opus) ? (string) stream_get_contents($opus) : null;
    }
}
