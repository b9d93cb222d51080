<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Shelf;

use Pulsanda\App\Api\Shape\Glimpse;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\ShelfItem;
use Pulsanda\App\Format\Zip;
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
    public const MOST_BYTES = 4_000_000;
    /** Of one file, unpacked. */
    private const MOST_ENTRY = 1_000_000;
    /** All of them together. */
    private const MOST_UNPACKED = 12_000_000;
    private const LIST = 'shelf.json';
    private const THING = '/\.(pulsanda|task)\.json$/D';

    /** @param non-empty-list<ShelfItem> $things */
    public static function write(array $things): string
    {
        $files = $list = [];
        foreach ($things as $i => $kept) {
            $name = trim((string) preg_replace('/[^\p{L}\p{N} \'-]/u', '', $kept->title)) ?: 'beat';
            $file = \sprintf('%03d %s.%s', $i + 1, $name, null === $kept->plan ? 'pulsanda.json' : 'task.json');
            $files[$file] = null !== $kept->pattern ? PatternWriter::write($kept->pattern) : self::json($kept->plan?->toData());
            $list[] = [
                'file' => $file,
                'title' => $kept->title,
                'listen' => $kept->listen,
                'tags' => $kept->tags,
                'level' => $kept->level,
                'shared' => $kept->shared,
            ];
        }

        return Zip::write([...$files, self::LIST => self::json(['format' => 'pulsanda-shelf', 'version' => 1, 'items' => $list])]);
    }

    /**
     * @return list<ShelfItem> not persisted
     *
     * @throws InvalidInput naming the file in the zip
     */
    public static function read(string $bytes, Account $owner, bool $teaches): array
    {
        if (\strlen($bytes) > self::MOST_BYTES) {
            throw InvalidInput::at('', 'This zip is larger than 4 MB; import it in parts.');
        }
        $files = Zip::read(
            $bytes,
            ShelfItem::MOST + 1,
            self::MOST_UNPACKED,
            static fn (string $name): bool => self::LIST === $name || 1 === preg_match(self::THING, $name),
            'This is not a zip file; choose one that was downloaded from a shelf.',
            self::MOST_ENTRY,
        );
        $said = isset($files[self::LIST]) ? self::list($files[self::LIST]) : [];
        unset($files[self::LIST]);
        $things = [];
        foreach ($files as $name => $text) {
            $task = str_ends_with($name, '.task.json');
            $things[] = self::thing($text, $name, $task, $said[$name] ?? null, $owner, $teaches);
        }
        if ([] === $things) {
            throw InvalidInput::at('', 'There is no pattern and no task in this zip; their names end in .pulsanda.json and .task.json.');
        }

        return $things;
    }

    private static function thing(string $text, string $name, bool $task, mixed $said, Account $owner, bool $teaches): ShelfItem
    {
        if ($task && !$teaches) {
            throw InvalidInput::at($name, 'this is a task; only teachers keep tasks.');
        }
        try {
            $data = Document::decode($text);
            if ($task) {
                $plan = TaskPlan::of(Fields::of($data, '', TaskPlan::KEYS));
                [$kept, $title] = [ShelfItem::task($owner, $plan, Glimpse::of(Shelf::first($plan))), $plan->title];
            } else {
                $pattern = PatternReader::fromData($data);
                [$kept, $title] = [ShelfItem::pattern($owner, $pattern, Glimpse::of($pattern)), $pattern->title];
            }
            $input = ShelfItemInput::of(Fields::of($said ?? (object) ['title' => $title], '', ['file', ...ShelfItemInput::KEYS]));
        } catch (InvalidInput $error) {
            throw $error->under($name);
        }
        $input->describe($kept, $teaches);

        return $kept;
    }

    /** @return array<string, mixed> what is said of each file */
    private static function list(string $text): array
    {
        $said = [];
        $fields = Fields::of(Document::decode($text), self::LIST, ['format', 'version', 'items']);
        if ('pulsanda-shelf' !== $fields->string('format') || 1 !== $fields->int('version')) {
            throw InvalidInput::at(self::LIST, 'this is not a list of a shelf of version 1.');
        }
        foreach ($fields->list('items', 0, ShelfItem::MOST) as $item) {
            if ($item instanceof \stdClass && \is_string($item->file ?? null)) {
                $said[$item->file] = $item;
            }
        }

        return $said;
    }

    /** @param array<string, mixed>|null $data */
    private static function json(?array $data): string
    {
        return json_encode($data, \JSON_THROW_ON_ERROR | \JSON_PRETTY_PRINT | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES);
    }
}
