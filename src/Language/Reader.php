<?php

declare(strict_types=1);

namespace Pulsanda\App\Language;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Course;
use Pulsanda\App\Entity\Role;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Say\Phrases;
use Pulsanda\Core\Say\Voice;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\RequestStack;

/**
 * Who reads what is answered now, in the language of the account, else of the class or the school; before signing in the browser's, in a
 * terminal its own.
 */
final readonly class Reader
{
    /** Set by the browser where somebody chooses before signing in. */
    public const COOKIE = 'language';

    public function __construct(
        private Security $security,
        private RequestStack $requests,
        private Catalogues $catalogues,
        private Connection $connection,
    ) {
    }

    public function tag(): Tag
    {
        $account = $this->security->getUser();
        if ($account instanceof Account) {
            return Tag::meant($account->language ?? $this->ofClasses($account) ?? $account->school->language) ?? Tag::AmericanEnglish;
        }
        $request = $this->requests->getMainRequest();
        if (null === $request) {
            return Tag::ofTerminal() ?? Tag::AmericanEnglish;
        }

        return Tag::meant($request->cookies->getString(self::COOKIE)) ?? Tag::accepted($request->getLanguages()) ?? Tag::AmericanEnglish;
    }

    /** That of the classes of a student, where all of them are taught in one that is not left to the school. */
    private function ofClasses(Account $student): ?string
    {
        if (Role::Student !== $student->role) {
            return null;
        }
        $tags = $this->connection->fetchFirstColumn(
            'SELECT DISTINCT c.language FROM enrolment e JOIN course c ON c.id = e.course_id '
                .'WHERE e.student_id = ? AND c.archived_at IS NULL',
            [(string) $student->id],
        );

        return 1 === \count($tags) && \is_string($tags[0]) ? $tags[0] : null;
    }

    public function phrases(): Phrases
    {
        return $this->catalogues->in($this->tag());
    }

    /** In the counting of a class. */
    public function of(Course $course): Voice
    {
        return $this->counting($course->counting);
    }

    public function counting(CountingStyle $style): Voice
    {
        return new Voice($this->phrases(), $style);
    }
}
