<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Http\TooOften;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Security\Passwords;
use Pulsanda\App\Security\Record;
use Pulsanda\App\Security\SecondFactor;
use Pulsanda\App\Security\TimeCode;
use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\RateLimiter\RateLimiterFactory;
use Symfony\Component\Routing\Attribute\Route;

/** Two-step sign-in of teachers and administrators: turned on, its code given at sign-in, and turned off. */
final readonly class SecondController
{
    private const KEY = 'second-key';

    public function __construct(
        private Access $access,
        private SecondFactor $second,
        private Passwords $passwords,
        private EntityManagerInterface $entities,
        private Record $record,
        private RateLimiterFactory $secondLimiter,
    ) {
    }

    /** After the password, at sign-in: a time code or a recovery code. */
    #[Route('/api/second', methods: 'POST')]
    public function give(Request $request): Response
    {
        $account = $this->access->account();
        TooOften::unless($this->secondLimiter->create((string) $account->id)->consume());
        if (!$this->second->takes($account, Body::of($request, ['code'])->string('code'))) {
            $this->record->now('second-failed', $account, $account->id);
            throw InvalidInput::at('code', 'this is not the code of now; wait for the next one, or take a recovery code.');
        }
        $this->entities->flush();
        $this->secondLimiter->create((string) $account->id)->reset();
        $request->getSession()->migrate(true);
        $request->getSession()->set(SecondFactor::DONE, true);

        return new Response(null, 204);
    }

    /** A key to begin with; nothing holds before a code of it is given. */
    #[Route('/api/second/key', methods: 'POST')]
    public function key(Request $request): JsonResponse
    {
        $account = $this->access->teacher();
        $key = TimeCode::key();
        $request->getSession()->set(self::KEY, $key);

        return new JsonResponse(['key' => $key, 'address' => TimeCode::address($key, $account->signIn)]);
    }

    /** From now on it is asked for. Recovery codes are told once. */
    #[Route('/api/second', methods: 'PUT')]
    public function begin(Request $request): JsonResponse
    {
        $account = $this->access->teacher();
        TooOften::unless($this->secondLimiter->create((string) $account->id)->consume());
        $key = $request->getSession()->get(self::KEY);
        $code = Body::of($request, ['code'])->string('code');
        $codes = $this->entities->wrapInTransaction(function () use ($account, $key, $code): array {
            $codes = \is_string($key) ? $this->second->begin($account, $key, $code) : null;
            if (null === $codes) {
                throw InvalidInput::at('code', 'this is not the code of now; read the picture again, or wait for the next code.');
            }
            $this->record->now('second-begin', $account, $account->id);

            return $codes;
        });
        $request->getSession()->remove(self::KEY);
        $request->getSession()->set(SecondFactor::DONE, true);

        return new JsonResponse(['recovery' => $codes]);
    }

    #[Route('/api/second/end', methods: 'POST')]
    public function end(Request $request): Response
    {
        $account = $this->access->teacher();
        TooOften::unless($this->secondLimiter->create((string) $account->id)->consume());
        if (!$this->passwords->is($account, Body::of($request, ['password'])->string('password'))) {
            throw InvalidInput::at('password', 'this is not your password; type it once more.');
        }

        return $this->ended($account);
    }

    /** An administrator ends it for a teacher who has lost device and codes. */
    #[Route('/api/accounts/{id}/second/end', methods: 'POST')]
    public function endFor(string $id): Response
    {
        $this->access->administrator();
        $account = $this->access->cared($id);

        return $account->hasSecond() ? $this->ended($account) : throw new Conflict("$account->name has no two-step sign-in.");
    }

    private function ended(Account $account): Response
    {
        $this->entities->wrapInTransaction(function () use ($account): void {
            $account->forgetSecond();
            $this->record->now('second-end', $this->access->account(), $account->id);
        });

        return new Response(null, 204);
    }
}
