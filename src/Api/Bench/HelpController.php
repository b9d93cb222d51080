<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Bench;

use Doctrine\DBAL\Connection;
use Pulsanda\App\Api\Plan\AssignmentController;
use Pulsanda\App\Api\Plan\PartInput;
use Pulsanda\App\Entity\Account;
use Pulsanda\App\Entity\Part;
use Pulsanda\App\Entity\Role;
use Pulsanda\App\Entity\TargetView;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Sound\Kits;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Rhythm\Counting;
use Pulsanda\Core\Sound\Mixdown;
use Pulsanda\Core\Sound\Wav;
use Pulsanda\Core\Task\Question;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;
use Symfony\Component\RateLimiter\RateLimiterFactory;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Uid\Uuid;

/**
 * What a student may learn before handing in: the answer to one kind of question, and the sound of a target that is only heard.
 * Both are counted on the server; a teacher who tries a task is not counted.
 */
final readonly class HelpController
{
    /** More than anybody asks. */
    private const ALWAYS = 1_000_000_000;

    public function __construct(private Access $access, private Connection $connection, private Kits $kits, private RateLimiterFactory $helpLimiter)
    {
    }

    #[Route('/api/parts/{id}/check', methods: 'POST')]
    public function check(string $id, Request $request): JsonResponse
    {
        $part = $this->part($id);
        $pattern = AssignmentController::pattern(Body::of($request, ['pattern']));
        PartInput::checkAgainst($part, $pattern);
        if (Question::Nothing === $part->help->ask || [] === $part->targets) {
            throw new Conflict('In this task nothing is checked before you hand in; listen once more and trust your ears.');
        }
        $left = $this->count($part, 'checks', $part->help->times, 'You have checked as often as this task allows; hand in when you are ready.');
        $counting = new Counting($pattern->meter, $part->assignment->course->counting);
        $answer = $part->help->ask->answer($part->compare($pattern)[0], $part->instruments, $counting, $pattern->bars());

        return new JsonResponse(['left' => $left] + $answer);
    }

    /** The target as sound, mixed here: the whole of it or one bar, at its own or a slower speed. */
    #[Route('/api/parts/{id}/hear', methods: 'POST')]
    public function hear(string $id, Request $request): Response
    {
        $part = $this->part($id);
        $fields = Body::of($request, ['bar', 'speed']);
        $target = $part->target();
        if (TargetView::Heard !== $part->view || null === $target) {
            throw new Conflict('There is no target to listen to in this task.');
        }
        $bar = $fields->isNull('bar') ? null : $fields->int('bar');
        $speed = $fields->number('speed', 1);
        Range::check('speed', $speed, 0.5, 1);
        if (null !== $bar && !$part->help->byBar) {
            throw InvalidInput::at('bar', 'this target is played as a whole; leave the bar out.');
        }
        if ($speed < 1 && !$part->help->slower) {
            throw InvalidInput::at('speed', 'this target is played at its own tempo; choose 1.');
        }
        $samples = [];
        foreach ($target->instruments() as $instrument) {
            $samples[$instrument->value] = $this->kits->samples($target->kit, $instrument);
        }
        $wav = Wav::write(Mixdown::of($target, static fn ($instrument): array => $samples[$instrument->value] ?? [], $bar, $speed), Mixdown::RATE);
        $left = $this->count($part, 'hearings', $part->help->hearings, 'You have listened as often as this task allows; write down what you still hear in your head.');

        return new Response($wav, 200, ['Content-Type' => 'audio/wav', 'Cache-Control' => 'no-store', 'X-Left' => null === $left ? 'any' : (string) $left]);
    }

    /**
     * @return array{ask: string, checksLeft: int|null, hearingsLeft: int|null, byBar: bool, slower: bool} what may still be asked; null for as often as one likes
     */
    public static function left(Part $part, ?Account $student, Connection $connection): array
    {
        $asked = null === $student ? false : $connection->fetchAssociative('SELECT checks, hearings FROM asked WHERE part_id = ? AND student_id = ?', [(string) $part->id, (string) $student->id]);
        $rest = static fn (?int $most, string $what): ?int => null === $most ? null : max(0, $most - (\is_array($asked) && is_numeric($asked[$what]) ? (int) $asked[$what] : 0));

        return [
            'ask' => [] === $part->targets ? Question::Nothing->value : $part->help->ask->value,
            'checksLeft' => $rest($part->help->times, 'checks'),
            'hearingsLeft' => $rest($part->help->hearings, 'hearings'),
            'byBar' => $part->help->byBar,
            'slower' => $part->help->slower,
        ];
    }

    private function part(string $id): Part
    {
        if (!$this->helpLimiter->create((string) $this->access->account()->id)->consume()->isAccepted()) {
            throw new TooManyRequestsHttpException(60, 'This is very fast; wait a minute, then go on.');
        }

        return Role::Teacher === $this->access->account()->role ? $this->access->taughtPart($id) : $this->access->openPart($id);
    }

    /**
     * Counts one asking, in one statement, so that two at once cannot both be the last.
     *
     * @param 'checks'|'hearings' $what
     *
     * @return int|null how often it may still be asked; null for as often as one likes
     *
     * @throws Conflict when it was asked as often as is allowed
     */
    private function count(Part $part, string $what, ?int $most, string $sentence): ?int
    {
        $account = $this->access->account();
        if (Role::Teacher === $account->role) {
            return $most;
        }
        $count = $this->connection->fetchOne(
            "INSERT INTO asked (id, school_id, part_id, student_id, checks, hearings) VALUES (?, ?, ?, ?, ?, ?) ON CONFLICT (part_id, student_id) DO UPDATE SET $what = asked.$what + 1 WHERE asked.$what < ? RETURNING $what",
            [(string) Uuid::v7(), (string) $part->school->id, (string) $part->id, (string) $account->id, 'checks' === $what ? 1 : 0, 'hearings' === $what ? 1 : 0, $most ?? self::ALWAYS],
        );
        if (!is_numeric($count)) {
            throw new Conflict($sentence);
        }

        return null === $most ? null : $most - (int) $count;
    }
}
