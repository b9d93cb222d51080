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

#[AsCommand('pulsanda:check')]
final class CheckCommand extends Command
{
    public function __construct(private readonly Terminal $terminal)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->setDescription($this->terminal->say('about.check'))
            ->addArgument('file', InputArgument::REQUIRED | InputArgument::IS_ARRAY, $this->terminal->say('check.file'));
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $status = Command::SUCCESS;
        /** @var list<string> $files */
        $files = $input->getArgument('file');
        foreach ($files as $file) {
            try {
                $pattern = Files::read($file, PatternReader::read(...));
                $this->terminal->write($output, 'check.valid', [
                    'file' => $file,
                    'title' => $pattern->title,
                    'meter' => (string) $pattern->meter,
                    'bars' => $pattern->bars(),
                ]);
            } catch (InvalidInput $error) {
                $output->writeln($this->terminal->told($error->getMessage()), OutputInterface::OUTPUT_RAW);
                $status = Command::FAILURE;
            }
        }

        return $status;
    }
}
