<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Attempt;
use Pulsanda\App\Entity\Draft;
use Pulsanda\App\Entity\SavedKit;
use Pulsanda\App\Entity\ShelfItem;
use Pulsanda\App\Entity\Speaker;
use Pulsanda\App\Format\Csv;
use Pulsanda\App\Format\Zip;
use Pulsanda\App\Sound\OwnSounds;
use Pulsanda\App\Sound\SpokenAt;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternWriter;

/** All data about a person, as one zip of open files: their beats as pattern files, the rest as tables. */
final readonly class PersonFile
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private OwnSounds $sounds,
        private SpokenAt $spoken,
    ) {
    }

    public function of(Account $account): string
    {
        $id = (string) $account->id;
        $files = ['account.csv' => Csv::write([
            ['name', 'called', 'family', 'signs in as', 'email', 'role', 'school', 'id'],
            [
                $account->name, $account->given, $account->family, $account->signIn, $account->email, $account->role->value,
                $account->school->name, $id,
            ],
        ])];
        $rows = [[
            'class', 'task', 'part', 'attempt', 'handed in', 'note', 'mark', 'feedback', 'notes on the sheet', 'returned', 'answer', 'file',
            'spoken feedback', 'spoken answer',
        ]];
        foreach ($this->entities->getRepository(Attempt::class)->findBy(['student' => $account], ['handedInAt' => 'ASC']) as $i => $one) {
            $back = $one->feedback?->returnedAt;
            $said = $this->spoken->of($one);
            $name = self::name('beats', $i + 1, $one->part->assignment->title.' attempt '.$one->number);
            $files[$name] = PatternWriter::write($one->pattern);
            $rows[] = [
                $one->part->assignment->course->name, $one->part->assignment->title, $one->part->position, $one->number,
                $one->handedInAt->format(\DATE_ATOM), $one->note, null === $back ? null : $one->feedback->mark,
                null === $back ? '' : $one->feedback->text,
                null === $back ? '' : implode("\n", array_column($one->feedback->pins, 'text')),
                $back?->format(\DATE_ATOM), $one->feedback->reply ?? '', $name,
                null === $back ? '' : $said['teacher']['caption'] ?? '', $said['student']['caption'] ?? '',
            ];
            foreach (Speaker::cases() as $speaker) {
                $opus = Speaker::Teacher === $speaker && null === $back ? null : $this->spoken->opus($one, $speaker);
                if (null !== $opus) {
                    $files[self::name('spoken', $i + 1, $one->part->assignment->title.' '.$speaker->value, 'opus')] = $opus;
                }
            }
        }
        $files['attempts.csv'] = Csv::write($rows);
        $files['allowances.csv'] = $this->table($id, ['class', 'task', 'until', 'excused', 'reason'], <<<'SQL'
            SELECT c.name, a.title, l.until::text, CASE WHEN l.excused THEN 'yes' ELSE 'no' END, l.reason FROM exemption l
            JOIN assignment a ON a.id = l.assignment_id JOIN course c ON c.id = a.course_id WHERE l.student_id = ?
            ORDER BY a.created_at, a.id
            SQL);
        $files['marks.csv'] = $this->table($id, ['class', 'column', 'mark', 'of'], <<<'SQL'
            SELECT c.name, o.title, m.mark::text, o.points::text FROM own_mark m JOIN own_column o ON o.id = m.column_id
            JOIN course c ON c.id = o.course_id WHERE m.student_id = ? ORDER BY c.name, o.title, o.id
            SQL);
        $files['classes.csv'] = $this->table($id, ['class', 'year', 'until'], <<<'SQL'
            SELECT c.name, c.year, p.until::text FROM (SELECT course_id, NULL::timestamptz AS until FROM enrolment WHERE student_id = :id
                UNION ALL SELECT course_id, until FROM past_enrolment WHERE student_id = :id) p
            JOIN course c ON c.id = p.course_id ORDER BY c.year, c.name
            SQL);
        foreach ($this->entities->getRepository(Draft::class)->findBy(['student' => $account]) as $i => $one) {
            $files[self::name('drafts', $i + 1, $one->part->assignment->title)] = PatternWriter::write($one->pattern);
        }
        foreach ($this->entities->getRepository(ShelfItem::class)->findBy(['owner' => $account], ['id' => 'ASC']) as $i => $one) {
            $files[self::name('shelf', $i + 1, $one->title)] = $one->pattern instanceof Pattern
                ? PatternWriter::write($one->pattern)
                : json_encode($one->plan?->toData(), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE);
        }
        $phrases = $this->connection->fetchFirstColumn('SELECT text FROM phrase WHERE teacher_id = ? ORDER BY id', [$id]);
        if ([] !== $phrases) {
            $files['phrases.txt'] = implode("\n", array_map(static fn (mixed $one): string => \is_string($one) ? $one : '', $phrases))."\n";
        }
        /** @var list<array{id: string, name: string}> $sounds */
        $sounds = $this->connection->fetchAllAssociative('SELECT id, name FROM own_sound WHERE account_id = ? ORDER BY id', [$id]);
        foreach ($sounds as $i => $one) {
            $files[self::name('sounds', $i + 1, $one['name'], 'flac')] = $this->sounds->flac($one['id']);
        }
        foreach ($this->entities->getRepository(SavedKit::class)->findBy(['account' => $account], ['name' => 'ASC']) as $i => $one) {
            $kit = json_encode($one->kit->toData(), \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT);
            $files[self::name('kits', $i + 1, $one->name, 'json')] = $kit;
        }
        /** @var list<array{at: string, what: string, subject: string|null, own: bool}> $entries */
        $entries = $this->connection->fetchAllAssociative(
            'SELECT at, what, subject, who = :id AS own FROM audit_entry WHERE who = :id UNION '
                .'SELECT at, what, subject, false FROM audit_entry WHERE subject = :id AND who IS DISTINCT FROM :id '
                .'ORDER BY at LIMIT 50000',
            ['id' => $id],
        );
        $files['log.csv'] = Csv::write([
            ['when', 'what', 'by this person', 'to'],
            ...array_map(static fn (array $one): array => [
                $one['at'], $one['what'], $one['own'] ? 'yes' : 'no', $one['subject'] ?? '',
            ], $entries),
        ]);

        return Zip::write($files);
    }

    /** @param list<string> $head */
    private function table(string $id, array $head, string $sql): string
    {
        $values = str_contains($sql, ':id') ? ['id' => $id] : [$id];
        /** @var list<list<string|null>> $rows */
        $rows = $this->connection->fetchAllNumeric($sql, $values);

        return Csv::write([$head, ...$rows]);
    }

    private static function name(string $folder, int $number, string $title, string $ending = 'pulsanda.json'): string
    {
        $plain = mb_substr(trim((string) preg_replace('/[^\p{L}\p{N} -]+/u', ' ', $title)), 0, 80);

        return \sprintf('%s/%03d %s.%s', $folder, $number, '' === $plain ? 'beat' : $plain, $ending);
    }
}
