<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Shelf;

use Pulsanda\App\Entity\ShelfItem;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Pattern\Pattern;

/** What is said of a thing on the Shelf. */
final readonly class ShelfItemInput
{
    public const KEYS = ['title', 'listen', 'tags', 'level', 'shared'];

    /** @param list<string> $tags */
    private function __construct(
        public string $title,
        public string $listen,
        public array $tags,
        public int $level,
        public bool $shared,
    ) {
    }

    /** @throws InvalidInput */
    public static function of(Fields $fields): self
    {
        $title = trim($fields->string('title'));
        Range::checkText($fields->at('title'), $title, Pattern::MOST_TITLE);
        $tags = [];
        foreach ($fields->has('tags') ? $fields->list('tags', 0, ShelfItem::MOST_TAGS) : [] as $i => $tag) {
            $tag = \is_string($tag) ? trim($tag) : '';
            Range::checkText($fields->at("tags[$i]"), $tag, ShelfItem::MOST_TAG);
            $tags[] = $tag;
        }
        $level = $fields->int('level', 1);
        Range::check($fields->at('level'), $level, 1, 3);

        $listen = $fields->text('listen', ShelfItem::MOST_LISTEN);

        return new self($title, $listen, array_values(array_unique($tags)), $level, $fields->bool('shared', false));
    }

    /** @param bool $mayShare whether its owner teaches */
    public function describe(ShelfItem $kept, bool $mayShare): void
    {
        $kept->describe($this->title, $this->listen, $this->tags, $this->level, $this->shared && $mayShare);
    }
}
