<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Pulsanda\Core\Pattern\KitName;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * The kits that are built and can be fetched by the browser. Each is a description (JSON) and its sounds (FLAC) under names that change
 * with what is in them, so that they stay cached for good.
 *
 * @phpstan-import-type Description from BuiltKit
 */
final readonly class BuiltKits
{
    /** The kit that needs nothing but this application, and plays for one that is not there. */
    private const ALWAYS = KitName::Beacon;

    public function __construct(#[Autowire('%env(default:app.data:PULSANDA_DATA)%/sounds')] private string $folder)
    {
    }

    /** @return array<string, string> by name, the addresses of the descriptions of those that are built */
    public function all(): array
    {
        $manifest = $this->folder.'/manifest.json';
        if (!is_file($manifest)) {
            return [];
        }

        /** @var array<string, string> */
        return json_decode((string) file_get_contents($manifest), true, 8, \JSON_THROW_ON_ERROR);
    }

    /** The kit of a pattern, or the one that is always there. */
    public function of(string $name): BuiltKit
    {
        $all = $this->all();
        $url = ($all[$name] ?? $all[self::ALWAYS->value] ?? throw new \RuntimeException('No kit is built; run bin/start.'));
        /** @var Description $description */
        $description = json_decode((string) file_get_contents($this->path($url)), true, 8, \JSON_THROW_ON_ERROR);

        return new BuiltKit($this->folder, $description);
    }

    /**
     * Writes a file under a name of its contents.
     *
     * @return string its address
     */
    public function keep(string $name, string $ending, string $contents): string
    {
        $url = \sprintf('/sounds/%s.%s.%s', $name, substr(hash('sha256', $contents), 0, 10), $ending);
        $this->put($this->path($url), $contents);

        return $url;
    }

    /** Writes what belongs beside such a file. */
    public function keepBeside(string $url, string $ending, string $contents): void
    {
        $this->put(preg_replace('/\w+$/', $ending, $this->path($url)) ?? '', $contents);
    }

    /** @param Description $description */
    public function bank(array $description): BuiltKit
    {
        return new BuiltKit($this->folder, $description);
    }

    /**
     * From now on these are the kits.
     *
     * @param array<string, string> $kits
     */
    public function replace(array $kits): void
    {
        $this->put($this->folder.'/manifest.json', json_encode($kits, \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_SLASHES));
    }

    private function path(string $url): string
    {
        return $this->folder.substr($url, \strlen('/sounds'));
    }

    private function put(string $path, string $contents): void
    {
        $folder = \dirname($path);
        if (!is_dir($folder) && !mkdir($folder, 0o755, true) && !is_dir($folder)) {
            throw new \RuntimeException("The folder $folder cannot be made; check the rights and the free space.");
        }
        // Whole or not at all: somebody may read it at this moment.
        if (\strlen($contents) !== file_put_contents("$path.part", $contents) || !rename("$path.part", $path)) {
            throw new \RuntimeException("The file $path cannot be written; check the rights and the free space.");
        }
    }
}
