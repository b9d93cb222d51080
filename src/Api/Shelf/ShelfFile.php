<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Shelf;

use Pulsanda\App\Api\Shape\Glimpse;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Kept;
use Pulsanda\Core\Input\Document;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\PatternReader;
use Pulsanda\Core\Pattern\PatternWriter;
use Pulsanda\Core\Task\TaskPlan;

/**
 * A shelf as a zip: a file a pattern (.pulsanda.json) or task (.task.json), and shelf.json, which says of each what stands beside it on the
 * Shelf. Pattern files that somebody has put into a zip by hand are read as well.
 */
final readonly class ShelfFile
{
    public const MOST_BYTES = 10_000_000;
    /** Of one file, unpacked. */
    private const MOST_ENTRY = 1_000_000;
    private const LIST = 'shelf.json';

    /** @param non-empty-list<Kept> $things */
    public static function write(array $things): string
    {
        return self::inFile('', static function (\ZipArchive $zip) use ($things): void {
            $list = [];
            foreach ($things as $i => $kept) {
                $name = trim((string) preg_replace('/[^\p{L}\p{N} \'-]/u', '', $kept->title)) ?: 'beat';
                $file = \sprintf('%03d %s.%s', $i + 1, $name, null === $kept->plan ? 'pulsanda.json' : 'task.json');
                $content = null === $kept->plan ? null : $kept->plan->toData();
                $zip->addFromString($file, null !== $kept->pattern ? PatternWriter::write($kept->pattern) : self::json($content));
                $list[] = [
                    'file' => $file,
                    'title' => $kept->title,
                    'listen' => $kept->listen,
                    'tags' => $kept->tags,
                    'level' => $kept->level,
                    'shared' => $kept->shared,
                ];
            }
            $zip->addFromString(self::LIST, self::json(['format' => 'pulsanda-shelf', 'version' => 1, 'items' => $list]));
        });
    }

    /**
     * @return list<Kept> not persisted
     *
     * @throws InvalidInput naming the file in the zip
     */
    public static function read(string $bytes, Account $owner, bool $teaches): array
    {
        if (\strlen($bytes) > self::MOST_BYTES) {
            throw InvalidInput::at('', 'This zip is larger than 10 MB; bring it in parts.');
        }
        $things = [];
        self::inFile($bytes, static function (\ZipArchive $zip) use (&$things, $owner, $teaches): void {
            if ($zip->numFiles > Kept::MOST + 1) {
                throw InvalidInput::at('', \sprintf('This zip has %d files; at most %d fit on a shelf.', $zip->numFiles, Kept::MOST));
            }
            $said = self::list($zip);
            for ($i = 0; $i < $zip->numFiles; ++$i) {
                $name = (string) $zip->getNameIndex($i);
                if (1 === preg_match('/\.(pulsanda|task)\.json$/D', $name, $kind)) {
                    $things[] = self::thing($zip, $name, 'task' === $kind[1], $said[$name] ?? null, $owner, $teaches);
                }
            }
        });
        if ([] === $things) {
            throw InvalidInput::at('', 'There is no pattern and no task in this zip; their names end in .pulsanda.json and .task.json.');
        }

        return $things;
    }

    private static function thing(\ZipArchive $zip, string $name, bool $task, mixed $said, Account $owner, bool $teaches): Kept
    {
        if ($task && !$teaches) {
            throw InvalidInput::at($name, 'this is a task; only teachers keep tasks.');
        }
        try {
            $data = self::entry($zip, $name);
            if ($task) {
                $plan = TaskPlan::of(Fields::of($data, '', TaskPlan::KEYS));
                [$kept, $title] = [Kept::task($owner, $plan, Glimpse::of(Shelf::first($plan))), $plan->title];
            } else {
                $pattern = PatternReader::fromData($data);
                [$kept, $title] = [Kept::pattern($owner, $pattern, Glimpse::of($pattern)), $pattern->title];
            }
            $input = KeptInput::of(Fields::of($said ?? (object) ['title' => $title], '', ['file', ...KeptInput::KEYS]));
        } catch (InvalidInput $error) {
            throw $error->under($name);
        }
        $input->describe($kept, $teaches);

        return $kept;
    }

    /** @return array<string, mixed> what is said of each file */
    private static function list(\ZipArchive $zip): array
    {
        if (false === $zip->locateName(self::LIST)) {
            return [];
        }
        $said = [];
        $fields = Fields::of(self::entry($zip, self::LIST), self::LIST, ['format', 'version', 'items']);
        if ('pulsanda-shelf' !== $fields->string('format') || 1 !== $fields->int('version')) {
            throw InvalidInput::at(self::LIST, 'this is not a list of a shelf of version 1.');
        }
        foreach ($fields->list('items', 0, Kept::MOST) as $item) {
            if ($item instanceof \stdClass && \is_string($item->file ?? null)) {
                $said[$item->file] = $item;
            }
        }

        return $said;
    }

    /** Reads no further than the limit, whatever the zip says of the file's size. */
    private static function entry(\ZipArchive $zip, string $name): mixed
    {
        $stream = $zip->getStream($name);
        $text = false === $stream ? false : stream_get_contents($stream, self::MOST_ENTRY + 1);
        if (false === $text) {
            throw InvalidInput::at($name, 'this file of the zip is damaged.');
        }
        if (\strlen($text) > self::MOST_ENTRY) {
            throw InvalidInput::at($name, 'this file is larger than any pattern.');
        }

        return Document::decode($text);
    }

    /**
     * Opens bytes as a zip, or makes a new one of them, in a file that goes again.
     *
     * @param \Closure(\ZipArchive): void $do
     *
     * @return string the zip as it is afterwards
     */
    private static function inFile(string $bytes, \Closure $do): string
    {
        $file = tempnam(sys_get_temp_dir(), 'shelf') ?: throw new \RuntimeException('There is no room for a temporary file.');
        try {
            file_put_contents($file, $bytes);
            $zip = new \ZipArchive();
            if (true !== $zip->open($file, '' === $bytes ? \ZipArchive::OVERWRITE : \ZipArchive::RDONLY)) {
                throw InvalidInput::at('', 'This is not a zip file; choose the one that was taken away from a shelf.');
            }
            try {
                $do($zip);
            } finally {
                $zip->close();
            }

            return (string) file_get_contents($file);
        } finally {
            unlink($file);
        }
    }

    /** @param array<string, mixed>|null $data */
    private static function json(?array $data): string
    {
        return json_encode($data, \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES);
    }
}
