<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Shape;

use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Security\Access;
use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\HttpFoundation\Request;

/** The classes of the signed-in teacher, with those that colleagues share, and the choice of some of them. */
final readonly class TaughtClasses
{
    private const MOST = 100;

    public function __construct(private Access $access, private EntityManagerInterface $entities)
    {
    }

    /** @return list<Course> that are not archived */
    public function all(): array
    {
        $taught = $this->entities->getConnection()->fetchFirstColumn(
            'SELECT course_id FROM teaching WHERE account_id = ?',
            [(string) $this->access->account()->id],
        );

        return $this->entities->getRepository(Course::class)->findBy(['id' => $taught, 'archivedAt' => null], ['name' => 'ASC']);
    }

    /**
     * @return list<Course> that a request names by id in "courses"
     *
     * @throws InvalidInput for a class of others
     */
    public function chosen(Request $request): array
    {
        [$mine, $courses] = [$this->all(), []];
        foreach (Body::of($request, ['courses'])->list('courses', 0, self::MOST) as $i => $id) {
            if (!\is_string($id)) {
                throw InvalidInput::at("courses[$i]", 'the id of a class is needed here.');
            }
            $course = $this->access->workedCourse($id);
            if (!\in_array($course, $mine, true)) {
                throw InvalidInput::at("courses[$i]", "\"$course->name\" is a class of others; its own teacher lends to it.");
            }
            $courses[] = $course;
        }

        return $courses;
    }
}
