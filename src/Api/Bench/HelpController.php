<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Bench;

use Pulsanda\App\Entity\Part;
use Pulsanda\App\Http\Body;
use Pulsanda\App\Http\Conflict;
use Pulsanda\App\Http\TooOften;
use Pulsanda\App\Language\Reader;
use Pulsanda\App\Security\Access;
use Pulsanda\App\Sound\BuiltKits;
use Pulsanda\App\Sound\Flac;
use Pulsanda\App\Sound\OwnBank;
use Pulsanda\App\Sound\OwnSounds;
use Pulsanda\App\Sound\PieceBank;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Input\Range;
use Pulsanda\Core\Say\Counting;
use Pulsanda\Core\Sound\Mix\Excerpt;
use Pulsanda\Core\Sound\Mix\Mixdown;
use Pulsanda\Core\Task\Question;
use Pulsanda\Core\Task\View;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\RateLimiter\RateLimiterFactory;
use Symfony\Component\Routing\Attribute\Route;

/**
 * What a student may learn before handing in: the answer to one kind of question, and the sound of a target that is only heard.
 * A teacher who tries a task is not counted.
 */
final readonly class HelpController
{
    private const MOST_SECONDS = 120;

    public function __construct(
        private Access $access,
        private Allowance $allowance,
        private BuiltKits $kits,
        private OwnSounds $sounds,
        private RateLimiterFactory $helpLimiter,
        private Reader $reader,
    ) {
    }

    #[Route('/api/parts/{id}/check', methods: 'POST')]
    public function check(string $id, Request $request): JsonResponse
    {
        $part = $this->part($id);
        $task = $part->task();
        $pattern = Body::pattern(Body::of($request, ['pattern'], Body::MOST_BEAT));
        BenchController::check($part, $pattern);
        if (Question::Nothing === $task->help->ask || [] === $task->targets) {
            throw new Conflict('In this task nothing is checked before you hand in; listen once more and trust your ears.');
        }
        $left = $this->allowance->check($part, $this->access->account());
        $counting = new Counting($pattern->meter, $this->reader->of($part->assignment->course));
        $best = Comparison::withEach($task->targets, $pattern, $task->judging())[0];

        return new JsonResponse(['left' => $left] + $task->help->ask->answer($best, $part->instruments, $counting, $pattern->bars()));
    }

    /** The target as sound, mixed here: the whole of it or one bar, at its own or a slower speed. */
    #[Route('/api/parts/{id}/hear', methods: 'POST')]
    public function hear(string $id, Request $request): Response
    {
        $part = $this->part($id);
        $help = $part->task()->help;
        $fields = Body::of($request, ['bar', 'speed']);
        $target = $part->target();
        if (View::Heard !== $part->view || null === $target) {
            throw new Conflict('There is no target to listen to in this task.');
        }
        $bar = $fields->isNull('bar') ? null : $fields->int('bar');
        $speed = $fields->number('speed', 1);
        Range::check('speed', $speed, 0.5, 1);
        if (null !== $bar && !$help->byBar) {
            throw InvalidInput::at('bar', 'this target is played as a whole; leave the bar out.');
        }
        if ($speed < 1 && !$help->slower) {
            throw InvalidInput::at('speed', 'this target is played at its own tempo; choose 1.');
        }
        $excerpt = (null === $bar ? Excerpt::whole($target) : Excerpt::bar($target, $bar))->atSpeed($target, $speed);
        if ($excerpt->seconds($target) > self::MOST_SECONDS) {
            throw InvalidInput::at('', \sprintf(
                'This lasts %d seconds; at most %d are played at once, so listen bar by bar.',
                $excerpt->seconds($target),
                self::MOST_SECONDS,
            ));
        }
        $left = $this->allowance->hear($part, $this->access->account());
        // It is the teacher's beat, with the sounds that a teacher has brought.
        $named = $this->sounds->named((string) $part->assignment->course->teacher->id);
        $bank = new OwnBank(new PieceBank($this->kits->of($target->kit), $this->kits), $named, $this->sounds);
        $mix = implode('', iterator_to_array(Mixdown::of($target, $excerpt, $bank), false));

        return new Response(
            Flac::encode($mix, 2),
            200,
            ['Content-Type' => 'audio/flac', 'Cache-Control' => 'no-store', 'X-Left' => null === $left ? 'any' : (string) $left],
        );
    }

    private function part(string $id): Part
    {
        TooOften::unless($this->helpLimiter->create((string) $this->access->account()->id)->consume());

        return $this->access->workedPart($id);
    }
}
