<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Entity\SetupLink;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:setup', 'Prints a link, good once, with which the first keeper sets up the school.')]
final class SetupCommand extends Command
{
    public function __construct(private readonly Connection $connection)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('address', InputArgument::OPTIONAL, 'Of this server', 'http://127.0.0.1:8017');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (false !== $this->connection->fetchOne("SELECT 1 FROM account WHERE role = 'keeper' LIMIT 1")) {
            $output->writeln('This school has a keeper already; bin/console pulsanda:account makes more accounts.');

            return Command::FAILURE;
        }
        $key = bin2hex(random_bytes(16));
        // The newest link alone is good.
        $this->connection->executeStatement('DELETE FROM setup_link');
        $this->connection->insert('setup_link', ['hash' => SetupLink::hashOf($key)]);
        /** @var string $address */
        $address = $input->getArgument('address');
        // Behind the number sign it never comes to a server, nor into its log.
        $output->writeln("Set up your school, once: $address/setup#$key", OutputInterface::OUTPUT_RAW);

        return Command::SUCCESS;
    }
}
