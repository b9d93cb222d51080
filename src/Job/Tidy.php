<?php

declare(strict_types=1);

namespace Pulsanda\App\Job;

use Doctrine\DBAL\Connection;
use Psr\Clock\ClockInterface;
use Pulsanda\App\Entity\DraftState;
use Pulsanda\App\Sound\Renderings;
use Symfony\Component\Cache\PruneableInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/** Takes away what has had its time: of people who come back and of those who do not. */
final readonly class Tidy
{
    /** Bytes. */
    private const MOST_LOG = 2_000_000;
    /** Of sign-ins that failed, for whoever looks into an attack. */
    private const ADDRESSES_KEPT = '-30 days';

    public function __construct(
        private Connection $connection,
        private ClockInterface $clock,
        private Judging $judging,
        private Renderings $renderings,
        private Erasure $erasure,
        #[Autowire(service: 'cache.app')]
        private PruneableInterface $limits,
        #[Autowire('%env(default:app.data:PULSANDA_DATA)%/log/web')]
        private string $logs,
    ) {
    }

    /** @return array<string, int> how many of what went, and how many parts are judged again that were forgotten */
    public function run(): array
    {
        $this->limits->prune();
        $this->rotate();
        $hour = $this->clock->now()->modify(DraftState::KEPT_FOR)->format(\DATE_ATOM);

        return [
            'sessions' => (int) $this->connection->executeStatement(
                'DELETE FROM sessions WHERE sess_lifetime < ?',
                [$this->clock->now()->getTimestamp()],
            ),
            'states' => (int) $this->connection->executeStatement('DELETE FROM draft_state WHERE NOT kept AND saved_at < ?', [$hour]),
            'addresses' => (int) $this->connection->executeStatement(
                'DELETE FROM audit_address WHERE at < ?',
                [$this->clock->now()->modify(self::ADDRESSES_KEPT)->format(\DATE_ATOM)],
            ),
            'usernames' => (int) $this->connection->executeStatement(
                'DELETE FROM username u WHERE reserved_at < ? AND NOT EXISTS (SELECT 1 FROM account WHERE sign_in = u.name) '
                    .'AND NOT EXISTS (SELECT 1 FROM joining WHERE sign_in = u.name)',
                [$this->clock->now()->modify('-1 day')->format(\DATE_ATOM)],
            ),
            'sounds' => $this->renderings->tidy(),
            'classes' => $this->erasure->overdue(),
            'parts' => $this->judging->askForAll(),
        ];
    }

    /** The log of php-fpm, which supervisor does not write: the older half of it stays in one more file. */
    private function rotate(): void
    {
        foreach (glob($this->logs.'/*.log') ?: [] as $log) {
            if (filesize($log) > self::MOST_LOG && copy($log, "$log.1")) {
                file_put_contents($log, '');
            }
        }
    }
}
