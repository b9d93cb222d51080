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

#[AsCommand('pulsanda:setup')]
final class SetupCommand extends Command
{
    public function __construct(private readonly Connection $connection, private readonly Terminal $terminal)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->setDescription($this->terminal->say('about.setup'))
            ->addArgument('address', InputArgument::OPTIONAL, $this->terminal->say('setup.address'), 'http://127.0.0.1:8017');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        if (false !== $this->connection->fetchOne('SELECT 1 FROM school LIMIT 1')) {
            // A link from before it was set up another way is good no more.
            $this->connection->executeStatement('DELETE FROM setup_link');
            $administrator = "SELECT 1 FROM account WHERE role = 'administrator' AND disabled_at IS NULL LIMIT 1";
            if (false === $this->connection->fetchOne($administrator)) {
                $output->writeln([
                    $this->terminal->say('setup.nobody'),
                    '  bin/console pulsanda:account make "Name" --sign-in=username --role=administrator',
                ], OutputInterface::OUTPUT_RAW);
            }

            return Command::SUCCESS;
        }
        $key = bin2hex(random_bytes(16));
        // The newest link alone is good.
        $this->connection->executeStatement('DELETE FROM setup_link');
        $this->connection->insert('setup_link', ['hash' => SetupLink::hashOf($key)]);
        /** @var string $address */
        $address = $input->getArgument('address');
        // Behind the number sign it never comes to a server, nor into its log.
        $this->terminal->write($output, 'setup.link', ['link' => "$address/setup#$key"]);

        return Command::SUCCESS;
    }
}
