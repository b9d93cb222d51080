<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Doctrine\DBAL\ArrayParameterType;
use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\SavedKit;
use Pulsanda\App\Http\Conflict;
use Pulsanda\Core\Pattern\Level;
use Pulsanda\Core\Sound\Kit\OwnKit;
use Pulsanda\Core\Sound\Wav;

/**
 * Kits that people keep by name. A student may use those that a teacher has lent to one of their classes.
 *
 * @phpstan-import-type PieceData from OwnKit
 *
 * @phpstan-type Listed array{
 *     id: string, name: string, own: bool, by: string, base: string, pieces: list<PieceData>, sharedWith: list<string>,
 * }
 */
final readonly class SavedKits
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private BuiltKits $kits,
        private OwnSounds $sounds,
    ) {
    }

    /**
     * @return list<Listed> one's own, then those that teachers have shared; sharedWith holds the classes of one's own
     */
    public function of(Account $account): array
    {
        $id = (string) $account->id;
        /** @var list<string> $sharedWith */
        $sharedWith = $this->connection->fetchFirstColumn(
            'SELECT DISTINCT l.kit_id FROM shared_kit l JOIN enrolment e ON e.course_id = l.course_id WHERE e.student_id = ?',
            [$id],
        );
        $kits = $this->entities->getRepository(SavedKit::class);
        $own = $kits->findBy(['account' => $account], ['name' => 'ASC']);
        $classes = $this->classes($own);

        return array_map(static fn (SavedKit $one): array => [
            'id' => (string) $one->id,
            'own' => $one->account === $account,
            'by' => $one->account->name,
            'sharedWith' => $one->account === $account ? $classes[(string) $one->id] ?? [] : [],
        ] + $one->kit->toData(), [...$own, ...[] === $sharedWith ? [] : $kits->findBy(['id' => $sharedWith], ['name' => 'ASC'])]);
    }

    /**
     * @param list<SavedKit> $kits
     *
     * @return array<string, list<string>> ids of classes, by kit
     */
    private function classes(array $kits): array
    {
        $rows = $this->connection->fetchAllNumeric(
            'SELECT kit_id, course_id FROM shared_kit WHERE kit_id IN (?)',
            [array_map(static fn (SavedKit $one): string => (string) $one->id, $kits)],
            [ArrayParameterType::STRING],
        );
        $classes = [];
        /** @var array{string, string} $row */
        foreach ($rows as $row) {
            $classes[$row[0]][] = $row[1];
        }

        return $classes;
    }

    /** Keeps a kit; one of that name becomes this one. */
    public function keep(Account $account, OwnKit $kit): SavedKit
    {
        return $this->entities->wrapInTransaction(function () use ($account, $kit): SavedKit {
            // One at a time for one person, so that the count holds.
            $this->connection->executeQuery('SELECT 1 FROM account WHERE id = ? FOR NO KEY UPDATE', [(string) $account->id]);
            $kits = $this->entities->getRepository(SavedKit::class);
            $known = $kits->findOneBy(['account' => $account, 'name' => $kit->name]);
            if (null !== $known) {
                $known->put($kit);

                return $known;
            }
            if ($kits->count(['account' => $account]) >= SavedKit::MOST) {
                throw new Conflict(\sprintf('You have %d kits of your own, as many as there may be; remove one first.', SavedKit::MOST));
            }
            $kept = new SavedKit($account->school, $account, $kit);
            $this->entities->persist($kept);

            return $kept;
        });
    }

    /**
     * @param list<Course> $mine    classes of the teacher
     * @param list<Course> $courses of these, those that may use it
     */
    public function lend(SavedKit $kit, array $mine, array $courses): void
    {
        $ids = static fn (array $of): array => array_map(static fn (Course $one): string => (string) $one->id, $of);
        [$id, $gone, $sharedWith] = [(string) $kit->id, array_diff($ids($mine), $ids($courses)), $ids($courses)];
        $this->connection->transactional(function () use ($id, $gone, $sharedWith): void {
            $this->connection->executeQuery('SELECT 1 FROM saved_kit WHERE id = ? FOR NO KEY UPDATE', [$id]);
            $this->connection->executeStatement(
                'DELETE FROM shared_kit WHERE kit_id = ? AND course_id IN (?)',
                [$id, array_values($gone)],
                [1 => ArrayParameterType::STRING],
            );
            foreach ($sharedWith as $course) {
                $this->connection->executeStatement(
                    'INSERT INTO shared_kit (course_id, kit_id) VALUES (?, ?) ON CONFLICT DO NOTHING',
                    [$course, $id],
                );
            }
        });
    }

    /** @return array<string, string> by name, the kit as JSON, and each piece as it sounds when it is struck firmly */
    public function files(SavedKit $kept): array
    {
        $plain = \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE;
        $files = ['kit.json' => json_encode(['format' => 'pulsanda-kit', 'version' => 1] + $kept->kit->toData(), $plain)."\n"];
        $base = new PieceBank($this->kits->of($kept->kit->base->value), $this->kits);
        $bank = new OwnBank($base, $this->sounds->named((string) $kept->account->id), $this->sounds);
        $times = [];
        foreach ($kept->kit->pieces as $piece) {
            $name = $piece->instrument->value;
            $time = $times[$name] = 1 + ($times[$name] ?? 0);
            $strike = $bank->strike($piece->instrument, $piece->sound);
            $take = $strike->take(Level::Firm->highest(), 0);
            $pcm = substr($strike->pcm, 2 * $take['from'], 2 * $take['samples']);
            $files['sounds/'.$name.($time > 1 ? " ($time)" : '').'.wav'] = Wav::header(\strlen($pcm), 1).$pcm;
        }

        return $files;
    }
}
