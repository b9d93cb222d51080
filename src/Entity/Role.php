<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

/** What a person is here to do. */
enum Role: string
{
    /** Keeps the school: its people and classes; and may do in every class what its teacher may. */
    case Administrator = 'administrator';
    case Teacher = 'teacher';
    case Student = 'student';
}
