<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Pulsanda\App\Language\Reader;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\Strokes;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Say\Counting;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:strokes')]
final class StrokesCommand extends Command
{
    private const MOST_PASSES = 64;

    public function __construct(private readonly Reader $reader, private readonly Terminal $terminal)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->setDescription($this->terminal->say('about.strokes'))
            ->addArgument('file', InputArgument::REQUIRED, $this->terminal->say('file.pattern'))
            ->addOption('passes', null, InputOption::VALUE_REQUIRED, $this->terminal->say('passes'), '1')
            ->addOption('json', null, InputOption::VALUE_NONE, $this->terminal->say('strokes.json'));
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $passes = filter_var(
            $input->getOption('passes'),
            \FILTER_VALIDATE_INT,
            ['options' => ['min_range' => 1, 'max_range' => self::MOST_PASSES]],
        );
        if (false === $passes) {
            $this->terminal->write(Terminal::errors($output), 'strokes.passes');

            return Command::INVALID;
        }
        try {
            /** @var string $file */
            $file = $input->getArgument('file');
            $lines = $this->lines(Files::read($file, PatternReader::read(...)), $passes);
        } catch (InvalidInput $error) {
            return $this->terminal->refuse($output, $error);
        }
        if (true === $input->getOption('json')) {
            $output->writeln(
                json_encode($lines, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES),
                OutputInterface::OUTPUT_RAW,
            );
        } else {
            foreach ($lines as $line) {
                $output->writeln(
                    \sprintf('%9.4f s  %-14s %3d  %s', $line['seconds'], $line['instrument'], $line['velocity'], $line['place']),
                    OutputInterface::OUTPUT_RAW,
                );
            }
        }

        return Command::SUCCESS;
    }

    /**
     * Ticks and seconds count from the start of the first pass, bars and places from the start of each.
     *
     * @return list<array{
     *     instrument: string,
     *     tick: int,
     *     played: int,
     *     seconds: float,
     *     velocity: int,
     *     pass: int,
     *     section: string,
     *     bar: int,
     *     place: string,
     * }>
     */
    private function lines(Pattern $pattern, int $passes): array
    {
        $groove = $pattern->grooveMap();
        $counting = new Counting($pattern->meter, $this->reader->counting(CountingStyle::Syllables));
        $lines = [];
        for ($pass = 1; $pass <= $passes; ++$pass) {
            $start = ($pass - 1) * $pattern->ticks();
            foreach (Strokes::heard($pattern, $pass) as $stroke) {
                $played = $start + $groove->played($stroke->written) + $stroke->push;
                $lines[] = [
                    'instrument' => $stroke->instrument->value,
                    'tick' => $start + $stroke->tick,
                    'played' => $played,
                    'seconds' => round($pattern->tempo->seconds($played), 6),
                    'velocity' => $stroke->velocity,
                    'pass' => $pass,
                    'section' => $stroke->section,
                    'bar' => $counting->bar($stroke->written),
                    'place' => $counting->place($stroke->written),
                ];
            }
        }

        return $lines;
    }
}
