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
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:compare')]
final class CompareCommand extends Command
{
    public function __construct(private readonly Reader $reader, private readonly Terminal $terminal)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->setDescription($this->terminal->say('about.compare'))
            ->addArgument('target', InputArgument::REQUIRED, $this->terminal->say('compare.target'))
            ->addArgument('file', InputArgument::REQUIRED | InputArgument::IS_ARRAY, $this->terminal->say('compare.file'))
            ->addOption('policy', null, InputOption::VALUE_REQUIRED, $this->terminal->say('compare.policy'))
            ->addOption(
                'counting',
                null,
                InputOption::VALUE_REQUIRED,
                $this->terminal->say('counting'),
                CountingStyle::Syllables->value,
            )
            ->addOption('json', null, InputOption::VALUE_NONE, $this->terminal->say('json.lines'));
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
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
            return $this->terminal->refuse($output, $error);
        }
        $status = Command::SUCCESS;
        foreach ($files as $file) {
            try {
                $submission = Files::read($file, PatternReader::read(...));
                $comparison = Comparison::of($target, $submission, $policy);
            } catch (InvalidInput $error) {
                $message = $error->getMessage();
                $status = $this->terminal->refuse($output, str_starts_with($message, $file) ? $error : InvalidInput::at($file, $message));
                continue;
            }
            $output->writeln(
                true === $input->getOption('json')
                    ? json_encode(
                        Report::of($comparison->toData(), $voice),
                        \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES,
                    )
                    : $this->report($file, $comparison, $voice),
                OutputInterface::OUTPUT_RAW,
            );
        }

        return $status;
    }

    private function report(string $file, Comparison $comparison, Voice $voice): string
    {
        $lines = [null === $comparison->mark()
            ? $this->terminal->say('compare.noMark', ['file' => $file])
            : $this->terminal->say('compare.mark', [
                'file' => $file,
                'mark' => (string) $comparison->mark(),
                'points' => (string) $comparison->policy->points,
            ])];
        foreach ($comparison->sentences($voice) as $sentence) {
            $lines[] = '  - '.$sentence;
        }
        if ([] === $comparison->statements) {
            $lines[] = '  '.$this->terminal->say('compare.right');
        }
        $aspects = [];
        foreach ($comparison->aspects->all() as $name => $value) {
            $aspects[] = null === $value
                ? $this->terminal->say('compare.notAssessed', ['aspect' => $name])
                : \sprintf('%s %.4g', $name, round($value, 4));
        }
        $lines[] = '  '.implode(', ', $aspects);

        return implode("\n", $lines);
    }
}
