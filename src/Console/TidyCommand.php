<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Pulsanda\App\Job\Tidy;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:tidy')]
final class TidyCommand extends Command
{
    public function __construct(private readonly Tidy $tidy, private readonly Terminal $terminal)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->setDescription($this->terminal->say('about.tidy'))
            ->addOption('every', null, InputOption::VALUE_REQUIRED, $this->terminal->say('tidy.every'), '0');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $every = $input->getOption('every');
        $every = is_numeric($every) ? (int) $every : 0;
        do {
            $done = array_filter($this->tidy->run());
            $output->writeln(
                [] === $done ? $this->terminal->say('tidy.nothing') : implode(', ', array_map(
                    fn (string $what, int $count): string => $this->terminal->say("tidy.$what", ['count' => $count]),
                    array_keys($done),
                    $done,
                )).'.',
            );
            sleep($every);
        } while ($every > 0);

        return self::SUCCESS;
    }
}
