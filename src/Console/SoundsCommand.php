<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Pulsanda\App\Sound\Kits;
use Pulsanda\Core\Sound\Boathouse;
use Pulsanda\Core\Sound\Recipe;
use Pulsanda\Core\Sound\Wav;
use Symfony\Component\Console\Attribute\AsCommand;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Input\InputInterface;
use Symfony\Component\Console\Output\OutputInterface;

#[AsCommand('pulsanda:sounds', 'Builds the sounds of all kits from their recipes into the data folder.')]
final class SoundsCommand extends Command
{
    public function __construct(private readonly Kits $kits)
    {
        parent::__construct();
    }

    protected function execute(InputInterface $input, OutputInterface $output): int
    {
        $sounds = array_map(static fn (Recipe $recipe): string => Wav::write($recipe->render()), Boathouse::recipes());
        $this->kits->write([Boathouse::NAME => $sounds]);
        $output->writeln(
            \sprintf('%s: %d sounds, %d kB.', Boathouse::NAME, \count($sounds), array_sum(array_map(strlen(...), $sounds)) / 1000),
        );

        return Command::SUCCESS;
    }
}
