<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Pulsanda\App\Language\Reader;
use Pulsanda\App\Language\Refusals;
use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\Console\Command\Command;
use Symfony\Component\Console\Output\ConsoleOutputInterface;
use Symfony\Component\Console\Output\OutputInterface;

/** What commands say, in the language of the terminal. */
final readonly class Terminal
{
    public function __construct(private Reader $reader, private Refusals $refusals)
    {
    }

    /** @param array<string, string|int|float> $values */
    public function say(string $key, array $values = []): string
    {
        return $this->reader->phrases()->say("console.$key", $values);
    }

    /** @param array<string, string|int|float> $values */
    public function write(OutputInterface $output, string $key, array $values = []): void
    {
        $output->writeln($this->say($key, $values), OutputInterface::OUTPUT_RAW);
    }

    /** Says on the error output why something is refused; a command returns the status. */
    public function refuse(OutputInterface $output, InvalidInput $why): int
    {
        self::errors($output)->writeln($this->told($why->getMessage()), OutputInterface::OUTPUT_RAW);

        return Command::FAILURE;
    }

    /** A sentence of the core in the language of the terminal. */
    public function told(string $english): string
    {
        return $this->refusals->told($this->reader->tag(), $english)[1];
    }

    public static function errors(OutputInterface $output): OutputInterface
    {
        return $output instanceof ConsoleOutputInterface ? $output->getErrorOutput() : $output;
    }
}
