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
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:render')]
final class RenderCommand extends Command
{
    public function __construct(private readonly Renderer $renderer, private readonly Terminal $terminal)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->setDescription($this->terminal->say('about.render'))
            ->addArgument('file', InputArgument::REQUIRED, $this->terminal->say('file.pattern'))
            ->addArgument('out', InputArgument::REQUIRED, $this->terminal->say('render.out'))
            ->addOption('kit', null, InputOption::VALUE_REQUIRED, $this->terminal->say('render.kit'))
            ->addOption('passes', null, InputOption::VALUE_REQUIRED, $this->terminal->say('passes'), '1')
            ->addOption('section', null, InputOption::VALUE_REQUIRED, $this->terminal->say('render.section'))
            ->addOption('loop', null, InputOption::VALUE_NONE, $this->terminal->say('render.loop'))
            ->addOption('rows', null, InputOption::VALUE_NONE, $this->terminal->say('render.rows'));
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
            return $this->terminal->refuse($output, $error);
        }
        $this->terminal->write($output, 'render.done', [
            'file' => $out,
            'seconds' => $seconds,
            'kind' => $order->format->value,
            'took' => microtime(true) - $began,
        ]);

        return Command::SUCCESS;
    }
}
