<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\School;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\PersonName;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Entity\School;
use Pulsanda\App\Entity\SetupLink;
use Pulsanda\App\Entity\SignInName;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\School\Usernames;
use Pulsanda\App\Security\Passwords;
use Pulsanda\App\Security\Record;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Rhythm\CountingStyle;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;

/** How a school begins: whoever has the link that bin/start --empty has printed becomes its first administrator. The link is good once. */
final readonly class SetupController
{
    public function __construct(
        private EntityManagerInterface $entities,
        private Connection $connection,
        private Passwords $passwords,
        private Record $record,
        private Usernames $usernames,
    ) {
    }

    #[Route('/api/setup', methods: 'POST')]
    public function setup(Request $request): Response
    {
        $fields = Body::of($request, ['key', 'school', 'name', 'signIn', 'password', 'zone', 'counting', 'points']);
        $school = PersonName::read('school', $fields->string('school'));
        $name = PersonName::read('name', $fields->string('name'));
        $zone = $fields->has('zone') ? PrivacyController::zone($fields->string('zone')) : 'UTC';
        $counting = $fields->has('counting') ? CourseController::counting($fields) : CountingStyle::Syllables;
        $points = $fields->int('points', 20);
        Range::check('points', $points, 1, 1000);
        $signIn = SignInName::canonical($fields->string('signIn'));
        if (null === $signIn || '' === $signIn) {
            throw InvalidInput::at('signIn', 'this cannot be a username; use letters and digits without spaces.');
        }
        $this->entities->wrapInTransaction(function () use ($fields, $school, $name, $signIn, $zone, $counting, $points): void {
            $hash = SetupLink::hashOf($fields->string('key'));
            $found = $this->connection->executeStatement('DELETE FROM setup_link WHERE hash = ?', [$hash]);
            if (1 !== $found || false !== $this->connection->fetchOne('SELECT 1 FROM school LIMIT 1')) {
                throw new Conflict('This link has been used, or is none; make a new one with bin/console pulsanda:setup.');
            }
            if (!$this->usernames->claim($signIn)) {
                throw InvalidInput::at('signIn', 'this name is taken; choose another.');
            }
            $school = new School($school);
            $school->settle($school->name, $zone, $counting, $points);
            $administrator = new Account($school, $signIn, $name, Role::Administrator, (preg_split('/\s+/u', $name) ?: [$name])[0]);
            $this->passwords->choose($administrator, $fields->string('password'));
            $this->entities->persist($school);
            $this->entities->persist($administrator);
            $this->entities->flush();
            $this->record->now('setup', $administrator, $administrator->id);
        });

        return new Response(null, 204);
    }
}
