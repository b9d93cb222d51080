<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Picture;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Api\Shape\Shapes;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Language\Reader;
use Pulsanda\App\Security\Access;
use Pulsanda\Core\Compare\ClassPicture;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Report;
use Pulsanda\Core\Compare\Say\Statement;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Play\Timing;
use Pulsanda\Core\Say\Voice;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;

/**
 * The Class picture: what a class made of one part. For the teacher.
 *
 * @phpstan-import-type Compared from Comparison
 * @phpstan-import-type Stated from Statement
 */
final readonly class PictureController
{
    public function __construct(private Access $access, private Connection $connection, private Reader $reader)
    {
    }

    /** Each beat is counted against the target that it is nearest to; ?target=N, from 0, shows those of one. */
    #[Route('/api/parts/{id}/picture', methods: 'GET')]
    public function picture(string $id, Request $request): JsonResponse
    {
        $part = $this->access->taughtPart($id);
        $shown = $request->query->get('target', '0');
        if (1 !== preg_match('/^[0-9]$/D', $shown) || ('0' !== $shown && !isset($part->targets[(int) $shown]))) {
            throw new NotFoundHttpException();
        }
        $shown = (int) $shown;
        $nearest = array_fill(0, max(1, \count($part->targets)), 0);
        /**
         * @var list<array{
         *     id: string, number: int, name: string,
         *     results: string, suggested: string|null, mark: string|null, pattern: string
         * }> $attempts
         */
        $attempts = $this->connection->fetchAllAssociative(<<<'SQL'
            SELECT DISTINCT ON (s.name, s.id) a.id, a.number, s.name, a.results, a.suggested, f.mark, a.pattern
            FROM attempt a JOIN account s ON s.id = a.student_id LEFT JOIN feedback f ON f.attempt_id = a.id
            WHERE a.part_id = ? ORDER BY s.name, s.id, a.number DESC
            SQL, [(string) $part->id]);
        $results = $beats = [];
        foreach ($attempts as $attempt) {
            /** @var list<Compared> $all */
            $all = json_decode($attempt['results'], true, 32, \JSON_THROW_ON_ERROR);
            // The first result is that of the nearest target.
            $best = $all[0] ?? null;
            if (null !== $best) {
                $nearest[$best['target']] = 1 + ($nearest[$best['target']] ?? 0);
                if ($shown === $best['target']) {
                    $results[$attempt['id']] = $best;
                }
            }
            $beats[] = [
                'id' => $attempt['id'],
                'number' => $attempt['number'],
                'name' => $attempt['name'],
                'mark' => self::number($attempt['mark']),
                'suggested' => self::number($attempt['suggested']),
                'played' => self::played($attempt['pattern']),
            ];
        }

        $voice = $this->reader->of($part->assignment->course);

        return new JsonResponse([
            'assignment' => Shapes::assignment($part->assignment),
            'part' => Shapes::part($part),
            'parts' => Shapes::partNames($part->assignment),
            'target' => Shapes::pattern($part->targets[$shown] ?? null),
            'shown' => $shown,
            'nearest' => array_values($nearest),
            'music' => Shapes::music($voice, $part, $part->targets[$shown] ?? $part->start),
            'beats' => $beats,
            'picture' => self::said(ClassPicture::of($results), $results, $voice),
        ]);
    }

    /** @return array{median: float, spread: float}|null how early or late a beat lies that was played in, in milliseconds */
    private static function played(string $pattern): ?array
    {
        // Most beats are clicked: they need not be read.
        if (!str_contains($pattern, '"push"')) {
            return null;
        }
        $beat = PatternReader::read($pattern);

        return Timing::isPlayed($beat) ? Timing::ofBeat($beat) : null;
    }

    /** The newest beat of everybody, to be heard one after another. */
    #[Route('/api/parts/{id}/parade', methods: 'GET')]
    public function parade(string $id): JsonResponse
    {
        $part = $this->access->taughtPart($id);
        /** @var list<array{id: string, student: string, name: string, pattern: string}> $attempts */
        $attempts = $this->connection->fetchAllAssociative(<<<'SQL'
            SELECT DISTINCT ON (s.name, s.id) a.id, s.id AS student, s.name, a.pattern
            FROM attempt a JOIN account s ON s.id = a.student_id WHERE a.part_id = ? ORDER BY s.name, s.id, a.number DESC
            SQL, [(string) $part->id]);

        return new JsonResponse([
            'assignment' => Shapes::assignment($part->assignment),
            'part' => Shapes::part($part),
            'music' => Shapes::music($this->reader->of($part->assignment->course), $part, $part->target() ?? $part->start),
            'tempo' => PatternWriter::toData($part->target() ?? $part->start)['tempo'],
            'meter' => PatternWriter::toData($part->target() ?? $part->start)['meter'],
            'beats' => array_map(static fn (array $one): array => [
                'id' => $one['id'],
                'student' => $one['student'],
                'name' => $one['name'],
                'pattern' => json_decode($one['pattern'], true, 32, \JSON_THROW_ON_ERROR),
            ], $attempts),
        ]);
    }

    /**
     * The picture with its statements in words.
     *
     * @param array<string, mixed>    $picture
     * @param array<string, Compared> $results
     *
     * @return array<string, mixed>
     */
    private static function said(array $picture, array $results, Voice $voice): array
    {
        $statements = [];
        /** @var array{statement: Stated, of: string, by: list<string>} $one */
        foreach ((array) $picture['statements'] as $one) {
            $result = $results[$one['of']];
            $text = Report::words($result['meter'], $voice, $result['bars'])->text(Statement::fromData($one['statement']));
            $statements[] = ['kind' => $one['statement']['kind'], 'text' => $text, 'by' => $one['by']];
        }

        return ['statements' => $statements] + $picture;
    }

    private static function number(mixed $value): ?float
    {
        return is_numeric($value) ? (float) $value : null;
    }
}
