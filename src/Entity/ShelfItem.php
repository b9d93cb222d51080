<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Task\TaskPlan;
use Symfony\Component\Uid\Uuid;

/** A pattern or a task on somebody's shelf. Its version counts the changes, so that two tabs never overwrite one another silently. */
#[ORM\Entity, ORM\Index(columns: ['owner_id']), ORM\Index(columns: ['school_id', 'shared'])]
class ShelfItem
{
    /** That a teacher may keep, and a student. */
    public const MOST = 500;
    public const MOST_OWN = 100;
    public const MOST_LISTEN = 300;
    public const MOST_TAGS = 8;
    public const MOST_TAG = 30;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column]
    public int $version = 1;

    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Column(length: Pattern::MOST_TITLE)]
    public string $title = '';

    /** @readonly @phpstan-allow-private-mutation What to listen for, or what a task is good for. */
    #[ORM\Column(length: self::MOST_LISTEN)]
    public string $listen = '';

    /**
     * @readonly
     * @phpstan-allow-private-mutation
     *
     * @var list<string> what it teaches
     */
    #[ORM\Column(type: 'json')]
    public array $tags = [];

    /** @readonly @phpstan-allow-private-mutation From 1, for first lessons, to 3. */
    #[ORM\Column(type: 'smallint')]
    public int $level = 1;

    /** @readonly @phpstan-allow-private-mutation Whether the other teachers of the school see it. */
    #[ORM\Column]
    public bool $shared = false;

    /**
     * @param array<string, mixed> $glimpse its first bar, so that a list needs not read all of it
     * @param Pattern|null         $pattern null for a task
     * @param TaskPlan|null        $plan    null for a pattern
     */
    private function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false, onDelete: 'CASCADE')]
        public readonly Account $owner,
        /** @readonly @phpstan-allow-private-mutation */
        #[ORM\Column(type: 'json')]
        public array $glimpse,
        /** @readonly @phpstan-allow-private-mutation */
        #[ORM\Column(type: 'pattern', nullable: true)]
        public ?Pattern $pattern = null,
        #[ORM\Column(type: 'task_plan', nullable: true)]
        public readonly ?TaskPlan $plan = null,
    ) {
        $this->id = Uuid::v7();
    }

    /** @param array<string, mixed> $glimpse */
    public static function pattern(Account $owner, Pattern $pattern, array $glimpse): self
    {
        return new self($owner->school, $owner, $glimpse, $pattern);
    }

    /** @param array<string, mixed> $glimpse of its first part */
    public static function task(Account $owner, TaskPlan $plan, array $glimpse): self
    {
        return new self($owner->school, $owner, $glimpse, plan: $plan);
    }

    /** @param list<string> $tags */
    public function describe(string $title, string $listen, array $tags, int $level, bool $shared): void
    {
        [$this->title, $this->listen, $this->tags, $this->level, $this->shared] = [$title, $listen, $tags, $level, $shared];
    }

    /** @param array<string, mixed> $glimpse */
    public function put(Pattern $pattern, array $glimpse): void
    {
        if (null === $this->pattern) {
            throw new \LogicException('A task has no pattern of its own.');
        }
        [$this->pattern, $this->glimpse] = [$pattern, $glimpse];
    }

    public function changed(): void
    {
        ++$this->version;
    }
}
