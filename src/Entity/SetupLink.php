<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** A link, good once, with which the first administrator sets up the school. Its key is not kept, only what can be told from it. */
#[ORM\Entity(readOnly: true)]
class SetupLink
{
    public function __construct(
        #[ORM\Id, ORM\Column(length: 64)]
        public readonly string $hash,
    ) {
    }

    public static function hashOf(#[\SensitiveParameter] string $key): string
    {
        return hash('sha256', $key);
    }
}
