<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

/** Whose words they are. */
enum Speaker: string
{
    case Teacher = 'teacher';
    case Student = 'student';
}
