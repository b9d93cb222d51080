<?php

declare(strict_types=1);

namespace Pulsanda\App\School;

use Pulsanda\App\Entity\Account;

/** Who was added, and who of the list was there already. */
final readonly class Added
{
    /**
     * @param list<Account> $accounts with starter passwords
     * @param list<string>  $already  names of those who were in it
     * @param list<string>  $back     names of those who came in with the account that they had
     */
    public function __construct(public array $accounts, public array $already, public array $back)
    {
    }
}
