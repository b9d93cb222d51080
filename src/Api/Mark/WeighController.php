<?php

declare(strict_types=1);

namespace Pulsanda\App\Api\Mark;

use Pulsanda\App\Http\Body;
use Pulsanda\App\Language\Reader;
use Pulsanda\App\Security\Access;
use Pulsanda\Core\Compare\Comparison;
use Pulsanda\Core\Compare\Mark\Policy;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Task\TaskFile;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Routing\Attribute\Route;

/** What one attempt would get under other policies: nothing is stored. */
final readonly class WeighController
{
    private const MOST = 24;

    public function __construct(private Access $access, private Reader $reader)
    {
    }

    #[Route('/api/attempts/{id}/weigh', methods: 'POST')]
    public function weigh(string $id, Request $request): JsonResponse
    {
        $attempt = $this->access->taughtAttempt($id);
        $task = $attempt->part->task();
        $voice = $this->reader->of($attempt->part->assignment->course);
        $policies = [];
        foreach (Body::of($request, ['policies'])->list('policies', 1, self::MOST) as $i => $data) {
            $policies[] = TaskFile::policy($data, "policies[$i]")->within($task->freedom->tempo, $task->freedom->played);
        }
        $compared = [] === $task->targets ? [] : self::compared($task->targets, $attempt->pattern, $policies);

        return new JsonResponse(['marks' => array_map(static function (Policy $policy, int $i) use ($compared, $voice): array {
            $best = $compared[$i] ?? null;

            return [
                'mark' => $best?->mark(),
                'aspects' => (object) ($best?->toData()['aspects'] ?? []),
                'said' => $best?->sentences($voice) ?? [],
            ];
        }, $policies, array_keys($policies))]);
    }

    /**
     * The best comparison by each policy. Most policies differ in what a stroke counts, not in what belongs to what: those share one
     * search.
     *
     * @param non-empty-list<Pattern> $targets
     * @param list<Policy>            $policies
     *
     * @return list<Comparison>
     */
    private static function compared(array $targets, Pattern $beat, array $policies): array
    {
        $known = [];

        return array_map(static function (Policy $policy) use ($targets, $beat, &$known): Comparison {
            $all = $known[$policy->searchKey()] ??= Comparison::withEach($targets, $beat, $policy);

            return Comparison::best(array_map(static fn (Comparison $one): Comparison => $one->by($policy), $all))[0];
        }, $policies);
    }
}
