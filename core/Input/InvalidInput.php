<?php

declare(strict_types=1);

namespace Pulsanda\Core\Input;

/**
 * Something that was given is not valid. The message is one sentence for a person: the place, what is wrong, what to do.
 */
final class InvalidInput extends \InvalidArgumentException
{
    private function __construct(public readonly string $path, public readonly string $reason)
    {
        parent::__construct('' === $path ? $reason : $path.': '.$reason);
    }

    /**
     * @param string $path where the value stands, e.g. "sections[0].rows[1].hits[3].velocity"; '' for the whole
     */
    public static function at(string $path, string $reason): self
    {
        return new self($path, $reason);
    }

    /** The same error, seen from one level further out: its path is put behind $path. */
    public function under(string $path): self
    {
        if ('' === $this->path || '' === $path) {
            return new self($path.$this->path, $this->reason);
        }

        return new self($path.('[' === $this->path[0] ? '' : '.').$this->path, $this->reason);
    }
}
