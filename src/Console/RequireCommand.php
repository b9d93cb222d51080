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
use Symfony\Component\Console\Output\OutputInterface;

/** @phpstan-import-type SaidOfAll from Requirements */
#[AsCommand('pulsanda:require')]
final class RequireCommand extends Command
{
    public function __construct(private readonly Reader $reader, private readonly Terminal $terminal)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->setDescription($this->terminal->say('about.require'))
            ->addArgument('requirements', InputArgument::REQUIRED, $this->terminal->say('require.requirements'))
            ->addArgument('file', InputArgument::REQUIRED | InputArgument::IS_ARRAY, $this->terminal->say('compare.file'))
            ->addOption('policy', null, InputOption::VALUE_REQUIRED, $this->terminal->say('compare.policy'))
            ->addOption(
                'counting',
                null,
                InputOption::VALUE_REQUIRED,
                $this->terminal->say('counting'),
                CountingStyle::Syllables->value,
            )
            ->addOption('note', null, InputOption::VALUE_REQUIRED, $this->terminal->say('require.note'), '')
            ->addOption('json', null, InputOption::VALUE_NONE, $this->terminal->say('json.lines'));
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /** @var array{requirements: string, file: list<string>} $given */
        $given = $input->getArguments();
        /** @var array{policy: string|null, note: string, counting: string} $options */
        $options = $input->getOptions();
        try {
            $voice = $this->reader->counting(Files::style($options['counting']));
            $policy = null === $options['policy'] ? Policy::of() : Files::read($options['policy'], PolicyFile::read(...));
            $requirements = Files::read($given['requirements'], RequirementFile::read(...));
        } catch (InvalidInput $error) {
            return $this->terminal->refuse($output, $error);
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
                $status = $this->terminal->refuse($output, $error);
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
            $this->terminal->write($output, 'require.result', [
                'file' => $file,
                'passed' => $result['passed'],
                'failed' => $result['failed'],
                'points' => (string) $result['points'],
            ]);
            foreach ($result['results'] as $one) {
                $met = $this->terminal->say('require.met', ['met' => $one['passed'] ? 'yes' : 'no']);
                $output->writeln("  $met {$one['text']}", OutputInterface::OUTPUT_RAW);
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
