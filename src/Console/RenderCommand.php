<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Pulsanda\App\Sound\Order;
use Pulsanda\App\Sound\Renderer;
use Pulsanda\App\Sound\Track;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\PatternReader;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputArgument;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Input\InputOption;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:render', 'Mixes a pattern into an audio file; its ending (wav, flac, ogg, mp3) says which kind.')]
final class RenderCommand extends Command
{
    public function __construct(private readonly Renderer $renderer)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->addArgument('file', InputArgument::REQUIRED, 'A pattern file (.pulsanda.json)')
            ->addArgument('out', InputArgument::REQUIRED, 'The audio file; with --rows a zip of them, as beat.wav.zip')
            ->addOption('kit', null, InputOption::VALUE_REQUIRED, 'Another kit than the pattern has')
            ->addOption('passes', null, InputOption::VALUE_REQUIRED, 'How often the form is played', '1')
            ->addOption('section', null, InputOption::VALUE_REQUIRED, 'One section alone')
            ->addOption('loop', null, InputOption::VALUE_NONE, 'A seamless loop')
            ->addOption('rows', null, InputOption::VALUE_NONE, 'One file a row, in a zip');
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        /** @var string $out */
        $out = $input->getArgument('out');
        /** @var string $file */
        $file = $input->getArgument('file');
        try {
            $pattern = Files::read($file, PatternReader::read(...));
            /** @var string|null $kit */
            $kit = $input->getOption('kit');
            $pattern = null === $kit ? $pattern : $pattern->inKit($kit);
            $passes = $input->getOption('passes');
            $order = Order::of(Fields::of((object) [
                'format' => pathinfo(preg_replace('/\.zip$/', '', $out) ?? '', \PATHINFO_EXTENSION),
                'passes' => is_numeric($passes) ? (int) $passes : 0,
                'section' => $input->getOption('section'),
                'loop' => $input->getOption('loop'),
                'rows' => $input->getOption('rows'),
            ], '', Order::KEYS));
            $track = new Track($pattern, '');
            $seconds = Renderer::seconds([$track], $order);
            $began = microtime(true);
            $this->renderer->render($out, [$track], $order);
        } catch (InvalidInput $error) {
            $errors = $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
            $errors->writeln($error->getMessage(), OutputInterface::OUTPUT_RAW);

            return Command::FAILURE;
        }
        $output->writeln(
            \sprintf('%s: %.1f seconds of %s in %.1f.', $out, $seconds, $order->format->value, microtime(true) - $began),
            OutputInterface::OUTPUT_RAW,
        );

        return Command::SUCCESS;
    }
}
