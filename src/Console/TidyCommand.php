<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Pulsanda\App\Job\Tidy;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:tidy', 'Takes away old sessions, limits and states of drafts, and has judged again what was forgotten')]
final class TidyCommand extends Command
{
    public function __construct(private readonly Tidy $tidy)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addOption(
            'every',
            null,
            InputOption::VALUE_REQUIRED,
            'Seconds after which it is done again, until the command is stopped',
            '0',
        );
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $every = $input->getOption('every');
        $every = is_numeric($every) ? (int) $every : 0;
        do {
            $done = array_filter($this->tidy->run());
            $output->writeln(
                [] === $done ? 'Nothing to tidy.' : implode(
                    ', ',
                    array_map(static fn (string $what, int $count): string => "$count $what", array_keys($done), $done),
                ).'.',
            );
            sleep($every);
        } while ($every > 0);

        return self::SUCCESS;
    }
}
