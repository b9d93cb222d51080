<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Pulsanda\App\Sound\KitBuilder;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:sounds', 'Builds the sounds of all kits into the data folder.')]
final class SoundsCommand extends Command
{
    public function __construct(private readonly KitBuilder $builder)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        foreach ($this->builder->build() as $kit => $bytes) {
            $output->writeln(\sprintf('%s: %d kB.', $kit, $bytes / 1000));
        }
        if (!$this->builder->canRecord()) {
            $output->writeln('The recorded kits are missing: install fluidr3mono-gm-soundfont and fluidsynth, and start again.');
        }

        return Command::SUCCESS;
    }
}
