<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Demo\DemoWorld;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

#[AsCommand('pulsanda:demo', 'Loads the demo world into an empty database.')]
final class DemoCommand extends Command
{
    public function __construct(
        private readonly DemoWorld $world,
        private readonly Connection $connection,
        #[\SensitiveParameter, Autowire(env: 'DEMO_PASSWORD')] private readonly string $password,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption('reset', null, InputOption::VALUE_NONE, 'Delete everything first')
            ->addOption('people', null, InputOption::VALUE_NONE, 'Only say who can sign in');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (true === $input->getOption('people')) {
            /** @var list<string> $usernames */
            $usernames = $this->connection->fetchFirstColumn('SELECT sign_in FROM account WHERE disabled_at IS NULL');
            $people = DemoWorld::people($usernames);
            if ([] === $people) {
                return Command::SUCCESS;
            }
            $output->writeln(array_map(static fn (string $line): string => '  sign in as '.$line, $people));
            $output->writeln("  with the demo password: $this->password");

            return Command::SUCCESS;
        }
        if ('' === $this->password) {
            $output->writeln('No demo password is set; start Pulsanda with bin/start, or set DEMO_PASSWORD.');

            return Command::FAILURE;
        }
        if (true === $input->getOption('reset')) {
            $this->connection->executeStatement('TRUNCATE school, username, setup_link, sessions, cache_items, messenger_messages CASCADE');
        } elseif (false !== $this->connection->fetchOne('SELECT 1 FROM account LIMIT 1')) {
            return Command::SUCCESS;
        }
        $this->world->load($this->password);
        $output->writeln('The demo world is loaded.');

        return Command::SUCCESS;
    }
}
