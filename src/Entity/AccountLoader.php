<?php

declare(strict_types=1);

namespace Pulsanda\App\Entity;

use Doctrine\Bundle\DoctrineBundle\Repository\ServiceEntityRepository;
use Doctrine\Persistence\ManagerRegistry;
use Symfony\Bridge\Doctrine\Security\User\UserLoaderInterface;
use Symfony\Component\PasswordHasher\Hasher\PasswordHasherFactoryInterface;
use Symfony\Component\Security\Core\User\PasswordAuthenticatedUserInterface;
use Symfony\Component\Security\Core\User\PasswordUpgraderInterface;
use Symfony\Component\Security\Core\User\UserInterface;

/**
 * Finds who signs in.
 *
 * @extends ServiceEntityRepository<Account>
 */
final class AccountLoader extends ServiceEntityRepository implements UserLoaderInterface, PasswordUpgraderInterface
{
    public function __construct(ManagerRegistry $registry, private readonly PasswordHasherFactoryInterface $hashers)
    {
        parent::__construct($registry, Account::class);
    }

    public function loadUserByIdentifier(string $identifier): ?UserInterface
    {
        $account = $this->meant($identifier);
        if (null === $account || $account->isDisabled()) {
            // As long as a wrong password takes, so that nobody learns by the clock which names there are.
            $this->hashers->getPasswordHasher(Account::class)->hash('nobody');

            return null;
        }

        return $account;
    }

    /** At sign-in, where the hash is of an earlier kind; a password that was changed at the same moment stays. */
    public function upgradePassword(PasswordAuthenticatedUserInterface $user, string $newHashedPassword): void
    {
        \assert($user instanceof Account);
        $updated = $this->getEntityManager()->getConnection()->update(
            'account',
            ['password' => $newHashedPassword],
            ['id' => (string) $user->id, 'password' => $user->getPassword()],
        );
        0 === $updated || $user->rehash($newHashedPassword);
    }

    /** @return Account|null who has this username, however it is typed */
    public function meant(string $name): ?Account
    {
        $canonical = SignInName::canonical($name);

        return null === $canonical ? null : $this->findOneBy(['signIn' => $canonical]);
    }
}
