<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\PatternReader;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:check', 'Says whether each file is a valid pattern, or what is wrong and where.')]
final class CheckCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED | InputArgument::IS_ARRAY, 'Pattern files (.pulsanda.json)');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $status = Command::SUCCESS;
        /** @var list<string> $files */
        $files = $input->getArgument('file');
        foreach ($files as $file) {
            try {
                $pattern = Files::read($file, PatternReader::read(...));
                $output->writeln(
                    \sprintf(
                        '%s: valid; "%s", %s, %d %s.',
                        $file,
                        $pattern->title,
                        $pattern->meter,
                        $pattern->bars(),
                        1 === $pattern->bars() ? 'bar' : 'bars',
                    ),
                    OutputInterface::OUTPUT_RAW,
                );
            } catch (InvalidInput $error) {
                $output->writeln($error->getMessage(), OutputInterface::OUTPUT_RAW);
                $status = Command::FAILURE;
            }
        }

        return $status;
    }
}
