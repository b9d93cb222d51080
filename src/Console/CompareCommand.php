<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Pulsanda\App\Language\Reader;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Mark\PolicyFile;
use Pulsanda\Core\Compare\Report;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Say\Voice;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:compare', 'Compares submissions with a target, as the Marking table does.')]
final class CompareCommand extends Command
{
    public function __construct(private readonly Reader $reader)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('target', InputArgument::REQUIRED, 'The target pattern file')
            ->addArgument('file', InputArgument::REQUIRED | InputArgument::IS_ARRAY, 'Submitted pattern files')
            ->addOption('policy', null, InputOption::VALUE_REQUIRED, 'A marking policy file; see docs/policy.md')
            ->addOption(
                'counting',
                null,
                InputOption::VALUE_REQUIRED,
                'How places are named: steps, syllables or bar-beat',
                CountingStyle::Syllables->value,
            )
            ->addOption('json', null, InputOption::VALUE_NONE, 'One result object per line');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        /** @var string|null $policyFile */
        $policyFile = $input->getOption('policy');
        /** @var string $targetFile */
        $targetFile = $input->getArgument('target');
        /** @var list<string> $files */
        $files = $input->getArgument('file');
        try {
            $voice = $this->reader->counting(Files::style($input->getOption('counting')));
            $policy = null === $policyFile ? Policy::of() : Files::read($policyFile, PolicyFile::read(...));
            $target = Files::read($targetFile, PatternReader::read(...));
        } catch (InvalidInput $error) {
            $errors->writeln($error->getMessage(), OutputInterface::OUTPUT_RAW);

            return Command::FAILURE;
        }
        $status = Command::SUCCESS;
        foreach ($files as $file) {
            try {
                $submission = Files::read($file, PatternReader::read(...));
                $comparison = Comparison::of($target, $submission, $policy);
            } catch (InvalidInput $error) {
                $errors->writeln(
                    str_starts_with($error->getMessage(), $file) ? $error->getMessage() : "$file: ".$error->getMessage(),
                    OutputInterface::OUTPUT_RAW,
                );
                $status = Command::FAILURE;
                continue;
            }
            $output->writeln(
                true === $input->getOption('json')
                    ? json_encode(
                        Report::of($comparison->toData(), $voice),
                        \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES,
                    )
                    : self::report($file, $comparison, $voice),
                OutputInterface::OUTPUT_RAW,
            );
        }

        return $status;
    }

    private static function report(string $file, Comparison $comparison, Voice $voice): string
    {
        $lines = [\sprintf('%s: %s of %s', $file, $comparison->mark() ?? 'no mark', $comparison->policy->points)];
        foreach ($comparison->sentences($voice) as $sentence) {
            $lines[] = '  - '.$sentence;
        }
        if ([] === $comparison->statements) {
            $lines[] = '  Everything is correct.';
        }
        $aspects = [];
        foreach ($comparison->aspects->all() as $name => $value) {
            $aspects[] = $name.' '.(null === $value ? 'not assessed' : \sprintf('%.4g', round($value, 4)));
        }
        $lines[] = '  '.implode(', ', $aspects);

        return implode("\n", $lines);
    }
}
