<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Entity\SignInName;

/** Makes sign-in names from names of any script, each another than all on the server and than those that it has made. */
final class SignInNames
{
    /** @var array<string, true>|null */
    private ?array $taken = null;

    public function __construct(private readonly Connection $connection)
    {
    }

    /** Forgets what it has made: begins a new list. */
    public function begin(): void
    {
        $this->taken = null;
    }

    /** @return non-empty-string "ines", "ines-c" where that is taken, "ines-c-2" …, in Latin letters */
    public function next(string $name, string $given): string
    {
        if (null === $this->taken) {
            /** @var list<string> $names */
            $names = $this->connection->fetchFirstColumn('SELECT sign_in FROM account UNION ALL SELECT sign_in FROM joining');
            $this->taken = array_fill_keys($names, true);
        }
        $base = self::base($name, $given);
        $free = $short = strstr($base, '-', true) ?: $base;
        for ($number = 1; isset($this->taken[$free]); ++$number) {
            $free = 1 === $number ? $base : "$base-$number";
        }
        $free = '' === $free ? 'player' : mb_substr($free, 0, SignInName::MOST);
        $this->taken[$free] = true;

        return $free;
    }

    private static function base(string $name, string $given): string
    {
        $words = preg_split('/\s+/u', $name) ?: [];
        $base = mb_substr(self::latin($given), 0, 30);
        $last = self::latin((string) end($words));

        return '' === $base ? 'player' : (\count($words) > 1 && '' !== $last ? "$base-$last[0]" : $base);
    }

    private static function latin(string $text): string
    {
        $plain = (string) transliterator_transliterate('Any-Latin; Latin-ASCII; Lower()', $text);

        return trim((string) preg_replace('/[^a-z0-9]+/', '-', $plain), '-');
    }
}
