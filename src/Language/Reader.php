<?php

declare(strict_types=1);

namespace Pulsanda\App\Language;

use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Course;
use Pulsanda\Core\Rhythm\CountingStyle;
use Pulsanda\Core\Say\Phrases;
use Pulsanda\Core\Say\Voice;
use Symfony\Bundle\SecurityBundle\Security;
use Symfony\Component\HttpFoundation\RequestStack;

/** Who reads what is answered now, and in which language: that of the account, else of the school; before signing in the browser's. */
final readonly class Reader
{
    /** Set by the browser where somebody chooses before signing in. */
    public const COOKIE = 'language';

    public function __construct(private Security $security, private RequestStack $requests, private Catalogues $catalogues)
    {
    }

    public function tag(): Tag
    {
        $account = $this->security->getUser();
        if ($account instanceof Account) {
            return Tag::meant($account->language ?? $account->school->language) ?? Tag::AmericanEnglish;
        }
        $request = $this->requests->getMainRequest();

        return Tag::meant((string) $request?->cookies->getString(self::COOKIE))
            ?? Tag::accepted($request?->getLanguages() ?? [])
            ?? Tag::AmericanEnglish;
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
