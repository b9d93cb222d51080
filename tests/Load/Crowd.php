<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Load;

/** Many people at once, in one process: each has a journey that is written as if it were alone, and runs while the others wait. */
final class Crowd
{
    private readonly \CurlMultiHandle $requests;
    /** @var array<int, \Fiber<mixed, int, mixed, mixed>> by the number of the request that it waits for */
    private array $asking = [];
    /** @var list<array{float, \Fiber<mixed, int, mixed, mixed>}> time to wake up, in seconds, and who */
    private array $resting = [];

    public function __construct()
    {
        $this->requests = curl_multi_init();
    }

    /** Begins a journey; it goes on in "run". */
    public function add(\Closure $journey): void
    {
        (new \Fiber($journey))->start();
    }

    /** Within a journey: sends a request and comes back with the curl error number, 0 when an answer came. */
    public function send(\CurlHandle $request): int
    {
        $this->asking[spl_object_id($request)] = self::current();
        curl_multi_add_handle($this->requests, $request);
        $result = \Fiber::suspend();

        return \is_int($result) ? $result : -1;
    }

    /** Within a journey: lets the others go on for some seconds. */
    public function rest(float $seconds): void
    {
        $this->resting[] = [microtime(true) + $seconds, self::current()];
        \Fiber::suspend();
    }

    /** Until every journey has come to its end. */
    public function run(): void
    {
        while ([] !== $this->asking || [] !== $this->resting) {
            curl_multi_exec($this->requests, $running);
            while (false !== $done = curl_multi_info_read($this->requests)) {
                $request = $done['handle'];
                \assert($request instanceof \CurlHandle);
                curl_multi_remove_handle($this->requests, $request);
                $person = $this->asking[spl_object_id($request)];
                unset($this->asking[spl_object_id($request)]);
                $person->resume((int) $done['result']);
            }
            $now = microtime(true);
            $due = array_filter($this->resting, static fn (array $one): bool => $one[0] <= $now);
            $this->resting = array_values(array_filter($this->resting, static fn (array $one): bool => $one[0] > $now));
            foreach ($due as [, $person]) {
                $person->resume();
            }
            curl_multi_exec($this->requests, $running);
            $next = [] === $this->resting ? 0.1 : min(array_column($this->resting, 0)) - microtime(true);
            if ($running > 0) {
                curl_multi_select($this->requests, max(0.001, min(0.1, $next)));
            } elseif ([] === $this->asking && $next > 0) {
                usleep((int) (1e6 * min(0.1, $next)));
            }
        }
    }

    /** @return \Fiber<mixed, int, mixed, mixed> */
    private static function current(): \Fiber
    {
        return \Fiber::getCurrent() ?? throw new \LogicException('This belongs into a journey.');
    }
}
