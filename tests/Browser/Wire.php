<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Browser;

use Symfony\Component\Process\PhpProcess;

/** A connection to the application that can be cut, and joined again at the same address. */
final class Wire
{
    private function __construct(
        public readonly string $url,
        private readonly string $from,
        private readonly string $to,
        private PhpProcess $process,
    ) {
    }

    /** @param string $url of the application */
    public static function to(string $url): self
    {
        $socket = stream_socket_server('tcp://127.0.0.1:0');
        \assert(\is_resource($socket));
        $from = (string) stream_socket_get_name($socket, false);
        fclose($socket);
        $to = substr($url, \strlen('http://'));

        return new self("http://$from", $from, $to, self::relay($from, $to));
    }

    public function cut(): void
    {
        $this->process->stop(0);
    }

    public function join(): void
    {
        $this->process = self::relay($this->from, $this->to);
    }

    private static function relay(string $from, string $to): PhpProcess
    {
        $process = new PhpProcess('<?php '.\sprintf(<<<'PHP'
            $server = stream_socket_server('tcp://%s') ?: exit(1);
            echo "open\n";
            $other = [];
            while (true) {
                $read = [$server, ...array_column($other, 0)];
                $none = null;
                stream_select($read, $none, $none, null);
                foreach ($read as $one) {
                    if ($one === $server) {
                        $near = stream_socket_accept($server);
                        $far = $near ? stream_socket_client('tcp://%s') : false;
                        if ($far) {
                            $other[(int) $near] = [$near, $far];
                            $other[(int) $far] = [$far, $near];
                        }
                        continue;
                    }
                    if (!isset($other[(int) $one])) {
                        continue;
                    }
                    $bytes = fread($one, 65536);
                    $there = $other[(int) $one][1];
                    if ($bytes === '' || $bytes === false) {
                        unset($other[(int) $one], $other[(int) $there]);
                        fclose($one);
                        fclose($there);
                    } else {
                        fwrite($there, $bytes);
                    }
                }
            }
            PHP, $from, $to), timeout: 0);
        $process->start();
        $process->waitUntil(static fn (string $type, string $out): bool => str_contains($out, 'open'));

        return $process;
    }
}
