<?php

declare(strict_types=1);

namespace Pulsanda\App\Console;

use Pulsanda\Core\Input\Document;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Rhythm\CountingStyle;

/** Reads what is named on the command line. */
final readonly class Files
{
    /**
     * @template T
     *
     * @param \Closure(string): T $parse
     *
     * @return T
     *
     * @throws InvalidInput naming the file and the place in it
     */
    public static function read(string $file, \Closure $parse): mixed
    {
        if (!is_file($file) || !is_readable($file)) {
            throw InvalidInput::at($file, 'this file cannot be read; check its name and rights.');
        }
        $text = file_get_contents($file, false, null, 0, Document::MOST_BYTES + 1);
        try {
            return $parse((string) $text);
        } catch (InvalidInput $error) {
            throw InvalidInput::at($file, $error->getMessage());
        }
    }

    /** @throws InvalidInput */
    public static function style(mixed $name): CountingStyle
    {
        return (\is_string($name) ? CountingStyle::tryFrom($name) : null) ?? throw InvalidInput::at(
            '--counting',
            'this must be steps, syllables or bar-beat.',
        );
    }
}
