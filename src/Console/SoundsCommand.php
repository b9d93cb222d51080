<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Pulsanda\App\Sound\KitBuilder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:sounds')]
final class SoundsCommand extends Command
{
    public function __construct(private readonly KitBuilder $builder, private readonly Terminal $terminal)
    {
        parent::__construct();
    }

    protected function configure(): void
    {
        $this->setDescription($this->terminal->say('about.sounds'));
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        foreach ($this->builder->build() as $kit => $bytes) {
            $this->terminal->write($output, 'sounds.size', ['kit' => $kit, 'size' => $bytes / 1000]);
        }
        if (!$this->builder->canRecord()) {
            $this->terminal->write($output, 'sounds.missing');
        }

        return Command::SUCCESS;
    }
}
