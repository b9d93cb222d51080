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

#[AsCommand('pulsanda:demo')]
final class DemoCommand extends Command
{
    public function __construct(
        private readonly DemoWorld $world,
        private readonly Connection $connection,
        private readonly Terminal $terminal,
        #[\SensitiveParameter, Autowire(env: 'DEMO_PASSWORD')] private readonly string $password,
    ) {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->setDescription($this->terminal->say('about.demo'))
            ->addOption('reset', null, InputOption::VALUE_NONE, $this->terminal->say('demo.reset'))
            ->addOption('people', null, InputOption::VALUE_NONE, $this->terminal->say('demo.people'));
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (true === $input->getOption('people')) {
            /** @var list<string> $usernames */
            $usernames = $this->connection->fetchFirstColumn('SELECT sign_in FROM account WHERE disabled_at IS NULL');
            [$named, $students] = DemoWorld::people($usernames);
            $who = array_map(fn (string $name): string => \sprintf('%-8s %s', $name, $this->terminal->say("demo.$name")), $named);
            [] === $students || $who[] = $this->terminal->say('demo.any', ['names' => implode(', ', $students)]);
            foreach ($who as $one) {
                $output->writeln('  '.$this->terminal->say('demo.signIn', ['who' => $one]));
            }[] === $who || $output->writeln('  '.$this->terminal->say('demo.password', ['password' => $this->password]));

            return Command::SUCCESS;
        }
        if ('' === $this->password) {
            $this->terminal->write($output, 'demo.noPassword');

            return Command::FAILURE;
        }
        if (true === $input->getOption('reset')) {
            $this->connection->executeStatement('TRUNCATE school, username, setup_link, sessions, cache_items, messenger_messages CASCADE');
        } elseif (false !== $this->connection->fetchOne('SELECT 1 FROM account LIMIT 1')) {
            return Command::SUCCESS;
        }
        $this->world->load($this->password);
        $this->terminal->write($output, 'demo.loaded');

        return Command::SUCCESS;
    }
}
