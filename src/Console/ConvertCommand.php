<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Pulsanda\App\Format\PatternFiles;
use Pulsanda\Core\Format\Imported;
use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:convert', 'Makes one pattern file of another: .pulsanda.json, .mid, .musicxml, .mxl, .csv, .ods, .xlsx, .txt.')]
final class ConvertCommand extends Command
{
    protected function configure(): void
    {
        $this->addArgument('in', InputArgument::REQUIRED, 'The file to read')
            ->addArgument('out', InputArgument::REQUIRED, 'The file to write')
            ->addOption('written', null, InputOption::VALUE_NONE, 'MIDI on the written ticks, without swing and push')
            ->addOption('rows', null, InputOption::VALUE_NONE, 'MIDI with a track an instrument')
            ->addOption('channel', null, InputOption::VALUE_REQUIRED, 'The channel of the drums in a MIDI file, where it is not 10');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        /** @var string $in */
        $in = $input->getArgument('in');
        /** @var string $out */
        $out = $input->getArgument('out');
        $channel = $input->getOption('channel');
        try {
            $read = Files::read($in, static fn (string $bytes): Imported => PatternFiles::read(
                $bytes,
                basename($in),
                channel: is_numeric($channel) ? (int) $channel : null,
            ));
            $written = true === $input->getOption('written');
            [$bytes, $lost] = PatternFiles::write($read->pattern, $out, $written, true === $input->getOption('rows'));
        } catch (InvalidInput $error) {
            $errors->writeln($error->getMessage(), OutputInterface::OUTPUT_RAW);

            return Command::FAILURE;
        }
        if (\strlen($bytes) !== file_put_contents($out, $bytes)) {
            $errors->writeln("$out cannot be written; check the rights and the free space.", OutputInterface::OUTPUT_RAW);

            return Command::FAILURE;
        }
        foreach ([...$read->lost, ...$lost] as $sentence) {
            $errors->writeln($sentence, OutputInterface::OUTPUT_RAW);
        }
        $output->writeln(\sprintf('%s: "%s".', $out, $read->pattern->title), OutputInterface::OUTPUT_RAW);

        return Command::SUCCESS;
    }
}
