<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Pulsanda\App\Job\Recomparer;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:recompare', 'Compares what waits to be compared again after a task has changed, if the application was cut off at it')]
final class RecompareCommand extends Command
{
    public function __construct(private readonly Recomparer $recomparer)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $count = $this->recomparer->run();
        $output->writeln(0 === $count ? 'Nothing waits to be compared again.' : "Compared $count attempts again.");

        return self::SUCCESS;
    }
}
