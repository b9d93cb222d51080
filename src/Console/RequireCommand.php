<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Pulsanda\App\Language\Reader;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Compare\Mark\PolicyFile;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Require\RequirementFile;
use Pulsanda\Core\Require\Requirements;
use Pulsanda\Core\Require\Submission;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Say\Counting;
use Pulsanda\Core\Say\Voice;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** @phpstan-import-type SaidOfAll from Requirements */
#[AsCommand('pulsanda:require', 'Says which requirements each submission meets.')]
final class RequireCommand extends Command
{
    public function __construct(private readonly Reader $reader)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('requirements', InputArgument::REQUIRED, 'A requirements file; see docs/requirements.md')
            ->addArgument('file', InputArgument::REQUIRED | InputArgument::IS_ARRAY, 'Submitted pattern files')
            ->addOption('policy', null, InputOption::VALUE_REQUIRED, 'A marking policy file, for its grace and its alike instruments')
            ->addOption(
                'counting',
                null,
                InputOption::VALUE_REQUIRED,
                'How places are named: steps, syllables or bar-beat',
                CountingStyle::Syllables->value,
            )
            ->addOption('note', null, InputOption::VALUE_REQUIRED, 'The line about the work, for note-words', '')
            ->addOption('json', null, InputOption::VALUE_NONE, 'One result object per line');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
        /** @var array{requirements: string, file: list<string>} $given */
        $given = $input->getArguments();
        /** @var array{policy: string|null, note: string, counting: string} $options */
        $options = $input->getOptions();
        try {
            $voice = $this->reader->counting(Files::style($options['counting']));
            $policy = null === $options['policy'] ? Policy::of() : Files::read($options['policy'], PolicyFile::read(...));
            $requirements = Files::read($given['requirements'], RequirementFile::read(...));
        } catch (InvalidInput $error) {
            $errors->writeln($error->getMessage(), OutputInterface::OUTPUT_RAW);

            return Command::FAILURE;
        }
        $status = Command::SUCCESS;
        foreach ($given['file'] as $file) {
            try {
                $result = Files::read(
                    $file,
                    static fn (string $json): array => self::check(
                        $requirements,
                        Submission::of(PatternReader::read($json), $options['note'], $policy->tolerance),
                        $voice,
                    ),
                );
            } catch (InvalidInput $error) {
                $errors->writeln($error->getMessage(), OutputInterface::OUTPUT_RAW);
                $status = Command::FAILURE;
                continue;
            }
            if (true === $input->getOption('json')) {
                // What each is worth stands in the file of requirements.
                $result['results'] = array_map(
                    static fn (array $one): array => array_diff_key($one, ['points' => true]),
                    $result['results'],
                );
                $output->writeln(
                    json_encode($result, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES),
                    OutputInterface::OUTPUT_RAW,
                );
                continue;
            }
            $output->writeln(
                \sprintf('%s: %d passed, %d failed, %s points', $file, $result['passed'], $result['failed'], $result['points']),
                OutputInterface::OUTPUT_RAW,
            );
            foreach ($result['results'] as $one) {
                $output->writeln(\sprintf('  %s %s', $one['passed'] ? 'yes' : 'no ', $one['text']), OutputInterface::OUTPUT_RAW);
            }
        }

        return $status;
    }

    /** @return SaidOfAll */
    private static function check(Requirements $requirements, Submission $submission, Voice $voice): array
    {
        $counting = new Counting($submission->pattern->meter, $voice);

        return Requirements::say(
            $requirements->check($submission),
            static fn (int $tick): string => $counting->place($tick, $submission->pattern->bars() > 1),
            $voice,
        );
    }
}
