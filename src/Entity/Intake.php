<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\ORM\Mapping as ORM;
use Symfony\Component\Uid\Uuid;

/**
 * A list of people that was brought in, so that it can be taken back: what it made, and nothing else.
 *
 * @phpstan-type Made array{
 *     accounts: list<string>,
 *     courses: list<string>,
 *     enrolments: list<array{string, string}>,
 *     ended?: list<array{string, string}>,
 *     people?: array<string, array{string, string, string, string}>,
 *     classes?: array<string, array{string, string, string|null}>,
 *     disabled?: list<string>,
 *     enabled?: list<string>,
 *     teach?: list<array{string, string}>,
 *     leave?: list<array{string, string, string}>,
 * }
 */
#[ORM\Entity(readOnly: true)]
class Intake
{
    /** @readonly @phpstan-allow-private-mutation */
    #[ORM\Id, ORM\Column(type: 'uuid')]
    public Uuid $id;

    /**
     * @param Made $made ids; an enrolment is a class and a student, as is the place of a teacher; people and classes stand with what they
     *                   were called before
     */
    public function __construct(
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly School $school,
        #[ORM\ManyToOne, ORM\JoinColumn(nullable: false)]
        public readonly Account $by,
        #[ORM\Column(type: 'datetimetz_immutable')]
        public readonly \DateTimeImmutable $at,
        #[ORM\Column(type: 'json')]
        public readonly array $made,
    ) {
        $this->id = Uuid::v7();
    }
}
