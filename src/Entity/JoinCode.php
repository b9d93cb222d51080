<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;

/** With what somebody joins a class for a while: shown on the projector, told to nobody else. */
#[ORM\Entity]
class JoinCode
{
    /** Letters that nobody takes for others. */
    private const LETTERS = 'ABCDEFGHJKLMNPRSTUVWXYZ';

    public function __construct(
        #[ORM\Id, ORM\OneToOne, ORM\JoinColumn(onDelete: 'CASCADE')]
        public readonly Course $course,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\Column(length: 12, unique: true)]
        public readonly string $code,
        #[ORM\Column(type: 'datetimetz_immutable')]
        public readonly \DateTimeImmutable $endsAt,
    ) {
    }

    /** @return non-empty-string eight letters: 10¹⁰ codes and more */
    public static function make(): string
    {
        $code = '';
        for ($i = 0; $i < 8; ++$i) {
            $code .= self::LETTERS[random_int(0, \strlen(self::LETTERS) - 1)];
        }

        return $code;
    }

    /** As somebody types it, in small letters and with blanks. */
    public static function canonical(string $typed): string
    {
        return strtoupper((string) preg_replace('/[\s-]+/', '', $typed));
    }
}
