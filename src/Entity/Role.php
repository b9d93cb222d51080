<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

/** What a person is here to do. */
enum Role: string
{
    case Teacher = 'teacher';
    case Student = 'student';
}
