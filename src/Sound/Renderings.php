<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Psr\Clock\ClockInterface;
use Psr\Log\LoggerInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Rendering;
use Pulsanda\App\Http\Conflict;
use Pulsanda\Core\Input\Document;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Sound\Wav;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Uid\Uuid;

/**
 * Sound that is taken away: asked for, mixed (at once when it is short, else by the worker), fetched by the one who asked, and gone when
 * its time is over. Its files stand in the data folder, which several hosts would have to share.
 */
final readonly class Renderings
{
    /** Seconds of sound that a request mixes itself. */
    private const AT_ONCE = 45;
    /** Seconds of sound of all that is asked for at once: a class with its beats. */
    private const MOST_SECONDS = 3600;
    /** That one person has under way. */
    private const MOST_AT_ONCE = 3;
    /** Seconds of sound that one person makes in a day. */
    private const MOST_IN_A_DAY = 4 * 3600;
    /** Seconds after which a worker that was not heard of is taken to be gone. */
    private const GONE = 20;
    /** Frames between two looks at the database. */
    private const EVERY = 10 * Wav::RATE;

    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private Renderer $renderer,
        private ClockInterface $clock,
        private LoggerInterface $logger,
        #[Autowire('%env(default:app.data:PULSANDA_DATA)%/audio')]
        private string $folder,
    ) {
    }

    /**
     * @param non-empty-list<Track> $tracks
     * @param string                $name   of a zip or a parade, where it is one
     *
     * @return array{string, bool} its id, and whether it is to be mixed by the worker
     *
     * @throws InvalidInput|Conflict
     */
    public function ask(Account $account, array $tracks, Order $order, string $name): array
    {
        $seconds = Renderer::seconds($tracks, $order);
        if ($seconds > self::MOST_SECONDS) {
            throw InvalidInput::at('', \sprintf(
                'This is %d minutes of sound; at most %d are mixed at once, so take fewer passes.',
                $seconds / 60,
                self::MOST_SECONDS / 60,
            ));
        }
        $left = $this->left($account);
        if ($seconds > $left) {
            throw new Conflict(\sprintf(
                'This is %d minutes of sound, and you have %d left for today. Take fewer passes, or try again tomorrow.',
                ceil($seconds / 60),
                intdiv($left, 60),
            ));
        }
        $under = $this->connection->fetchOne(
            "SELECT count(*) FROM rendering WHERE account_id = ? AND state IN ('waiting', 'going') AND ends_at > ?",
            [(string) $account->id, $this->now()],
        );
        if ($under >= self::MOST_AT_ONCE) {
            throw new Conflict('Three of your sounds are still being mixed; wait for one of them, or stop it.');
        }
        $zip = Renderer::isZip($tracks, $order);
        $rendering = new Rendering(
            $account->school,
            $account,
            array_map(static fn (Track $track): array => [
                'pattern' => PatternWriter::toData($track->pattern),
                'person' => $track->person,
                'owner' => $track->owner,
            ], $tracks),
            $order->toData(),
            match (true) {
                $zip => Track::safe($name).'.zip',
                $order->parade => Track::safe($name).'.'.$order->format->value,
                default => $tracks[0]->name().'.'.$order->format->value,
            },
            (int) round($seconds * Wav::RATE),
            $this->clock->now()->modify(Rendering::KEPT_FOR),
        );
        $this->entities->persist($rendering);
        $this->entities->flush();
        $id = (string) $rendering->id;
        if ($seconds <= self::AT_ONCE) {
            try {
                $this->render($id);
            } catch (\Throwable $error) {
                $this->logger->error('Rendering {id} failed: {message}', ['id' => $id, 'message' => $error->getMessage()]);
                $this->fail($id);
            }
        }

        return [$id, $seconds > self::AT_ONCE];
    }

    /** @return int seconds of sound that somebody may still make today: what they made stays for a day */
    public function left(Account $account): int
    {
        $made = $this->connection->fetchOne('SELECT coalesce(sum(total), 0) FROM rendering WHERE account_id = ?', [(string) $account->id]);

        return max(0, self::MOST_IN_A_DAY - intdiv(is_numeric($made) ? (int) $made : 0, Wav::RATE));
    }

    /**
     * What is mixed next: of all that waits, the oldest of whoever has had least so far, so that nobody's long orders keep others waiting.
     *
     * @return string|null its id
     */
    public function next(): ?string
    {
        $id = $this->connection->fetchOne(
            "SELECT r.id FROM rendering r WHERE r.state = 'waiting' OR (r.state = 'going' AND r.beat_at < ?) ORDER BY ("
                .'SELECT coalesce(sum(o.done), 0) FROM rendering o WHERE o.account_id = r.account_id), r.id LIMIT 1',
            [$this->now(-self::GONE)],
        );

        return \is_string($id) ? $id : null;
    }

    public function fail(string $id): void
    {
        $this->connection->executeStatement("UPDATE rendering SET state = 'failed' WHERE id = ? AND state <> 'stopped'", [$id]);
    }

    /**
     * Mixes what was ordered, unless somebody else is at it or it is no longer wanted. Where it fails, it waits again.
     *
     * @throws \Throwable what went wrong
     */
    public function render(string $id): void
    {
        $claimed = $this->connection->executeStatement(
            "UPDATE rendering SET state = 'going', done = 0, beat_at = :now
             WHERE id = :id AND (state = 'waiting' OR (state = 'going' AND beat_at < :gone))",
            ['id' => $id, 'now' => $this->now(), 'gone' => $this->now(-self::GONE)],
        );
        if (1 !== $claimed) {
            return;
        }
        /** @var array{beats: string, asked: string} $row */
        $row = $this->connection->fetchAssociative('SELECT beats, asked FROM rendering WHERE id = ?', [$id]);
        $file = $this->file($id);
        try {
            $this->renderer->render("$file.part", self::tracks($row['beats']), self::order($row['asked']), $this->teller($id));
            rename("$file.part", $file);
            $this->connection->executeStatement(
                "UPDATE rendering SET state = 'done', done = total WHERE id = ? AND state = 'going'",
                [$id],
            );
        } catch (Stopped) {
            $this->logger->info('Rendering {id} was stopped', ['id' => $id]);
        } catch (\Throwable $error) {
            $this->connection->executeStatement("UPDATE rendering SET state = 'waiting' WHERE id = ? AND state = 'going'", [$id]);
            throw $error;
        } finally {
            if (is_file("$file.part")) {
                unlink("$file.part");
            }
        }
    }

    /** Whether a rendering was begun, and its worker is gone. */
    public function isForgotten(Rendering $rendering): bool
    {
        return 'going' === $rendering->state && $rendering->beatAt < $this->clock->now()->modify('-'.self::GONE.' seconds');
    }

    /** The file of one that is done. */
    public function fileOf(Rendering $rendering): ?string
    {
        $file = $this->file((string) $rendering->id);

        return 'done' === $rendering->state && $rendering->endsAt > $this->clock->now() && is_file($file) ? $file : null;
    }

    /** What was mixed of it goes on counting for the day. */
    public function stop(Rendering $rendering): void
    {
        $this->connection->executeStatement(
            "UPDATE rendering SET state = 'stopped', total = done, beats = '[]' WHERE id = ?",
            [(string) $rendering->id],
        );
        $this->remove((string) $rendering->id);
    }

    /** @return int how many had their time */
    public function tidy(): int
    {
        /** @var list<string> $old */
        $old = $this->connection->fetchFirstColumn('DELETE FROM rendering WHERE ends_at < ? RETURNING id', [$this->now()]);
        $this->removeFiles($old);
        // What a crash has left without a row.
        foreach (glob($this->folder.'/*') ?: [] as $file) {
            if (is_file($file) && filemtime($file) < time() - 2 * 86_400) {
                unlink($file);
            }
        }

        return \count($old);
    }

    /** @param list<string> $ids of renderings that are deleted */
    public function removeFiles(array $ids): void
    {
        array_map($this->remove(...), $ids);
    }

    /** @return \Closure(int): void */
    private function teller(string $id): \Closure
    {
        $done = $told = 0;

        return function (int $frames) use ($id, &$done, &$told): void {
            $done += $frames;
            if ($done - $told < self::EVERY) {
                return;
            }
            $told = $done;
            $going = $this->connection->executeStatement(
                "UPDATE rendering SET done = LEAST(total, ?), beat_at = ? WHERE id = ? AND state = 'going'",
                [$done, $this->now(), $id],
            );
            if (1 !== $going) {
                throw new Stopped();
            }
        };
    }

    /** @return non-empty-list<Track> */
    private static function tracks(string $json): array
    {
        $tracks = [];
        foreach ((array) Document::decode($json) as $i => $beat) {
            $fields = Fields::of($beat, "beats[$i]", ['pattern', 'person', 'owner']);
            $tracks[] = new Track(
                PatternReader::fromData($fields->value('pattern')),
                $fields->string('person'),
                $fields->isNull('owner') ? null : $fields->string('owner'),
            );
        }

        return [] === $tracks ? throw new \LogicException('There is nothing to mix.') : $tracks;
    }

    private static function order(string $json): Order
    {
        return Order::of(Fields::of(Document::decode($json), 'asked', Order::KEYS));
    }

    private function file(string $id): string
    {
        if (!is_dir($this->folder) && !mkdir($this->folder, 0o700, true) && !is_dir($this->folder)) {
            throw new \RuntimeException("The folder $this->folder cannot be made; check the rights and the free space.");
        }

        return $this->folder.'/'.Uuid::fromString($id)->toRfc4122();
    }

    private function remove(string $id): void
    {
        if (is_file($file = $this->file($id))) {
            unlink($file);
        }
    }

    private function now(int $seconds = 0): string
    {
        return $this->clock->now()->modify("$seconds seconds")->format(\DATE_ATOM);
    }
}
