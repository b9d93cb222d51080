<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Pulsanda\App\Format\PatternFiles;
use Pulsanda\Core\Format\Given;
use Pulsanda\Core\Format\Imported;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\Section;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Rhythm\Meter;
use Pulsanda\Core\Rhythm\Tempo;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:convert')]
final class ConvertCommand extends Command
{
    public function __construct(private readonly Terminal $terminal)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->setDescription($this->terminal->say('about.convert'))
            ->addArgument('in', InputArgument::REQUIRED, $this->terminal->say('convert.in'))
            ->addArgument('out', InputArgument::REQUIRED, $this->terminal->say('convert.out'))
            ->addOption('written', null, InputOption::VALUE_NONE, $this->terminal->say('convert.written'))
            ->addOption('rows', null, InputOption::VALUE_NONE, $this->terminal->say('convert.rows'))
            ->addOption('meter', null, InputOption::VALUE_REQUIRED, $this->terminal->say('convert.meter'))
            ->addOption('tempo', null, InputOption::VALUE_REQUIRED, $this->terminal->say('convert.tempo'))
            ->addOption('counting', null, InputOption::VALUE_REQUIRED, $this->terminal->say('convert.counting'))
            ->addOption('channel', null, InputOption::VALUE_REQUIRED, $this->terminal->say('convert.channel'));
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = Terminal::errors($output);
        /** @var string $in */
        $in = $input->getArgument('in');
        /** @var string $out */
        $out = $input->getArgument('out');
        $channel = $input->getOption('channel');
        try {
            $given = new Given(
                self::like($input),
                is_numeric($channel) ? (int) $channel : null,
                style: self::counting($input),
            );
            $read = Files::read($in, static fn (string $bytes): Imported => PatternFiles::read($bytes, basename($in), $given));
            $written = true === $input->getOption('written');
            [$bytes, $lost] = PatternFiles::write($read->pattern, $out, $written, true === $input->getOption('rows'));
        } catch (InvalidInput $error) {
            return $this->terminal->refuse($output, $error);
        }
        if (\strlen($bytes) !== file_put_contents($out, $bytes)) {
            $this->terminal->write($errors, 'convert.cannotWrite', ['file' => $out]);

            return Command::FAILURE;
        }
        foreach ([...$read->lost, ...$lost] as $sentence) {
            $errors->writeln($this->terminal->told($sentence), OutputInterface::OUTPUT_RAW);
        }
        $this->terminal->write($output, 'convert.done', ['file' => $out, 'title' => $read->pattern->title]);

        return Command::SUCCESS;
    }

    /**
     * @return Pattern|null whose meter and tempo hold where a file has none
     *
     * @throws InvalidInput
     */
    private static function like(InputInterface $input): ?Pattern
    {
        /** @var string|null $meter */
        $meter = $input->getOption('meter');
        $tempo = $input->getOption('tempo');
        if (null === $meter && null === $tempo) {
            return null;
        }
        if (1 !== preg_match('/^(\d{1,2})\/(\d{1,2})$/D', $meter ?? '4/4', $match)) {
            throw InvalidInput::at('meter', 'this must be two numbers, as 4/4 or 6/8.');
        }
        if (null !== $tempo && !is_numeric($tempo)) {
            throw InvalidInput::at('tempo', 'this must be a number of beats per minute.');
        }
        $meter = Meter::of((int) $match[1], (int) $match[2]);
        $tempo = Tempo::of((float) ($tempo ?? 100), Tempo::usualBeat($meter));

        return Pattern::of('Like', $meter, $tempo, [Section::of('A', 1, [], $meter)]);
    }

    /** @throws InvalidInput */
    private static function counting(InputInterface $input): CountingStyle
    {
        /** @var string $style */
        $style = $input->getOption('counting') ?? CountingStyle::Syllables->value;

        return CountingStyle::tryFrom($style) ?? throw InvalidInput::at(
            'counting',
            'this must be "steps", "syllables" or "bar-beat".',
        );
    }
}
