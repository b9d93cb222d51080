<?php

declare(strict_types=1);

namespace Pulsanda\Tests\Load;

/** Someone who uses the API as the browser does: with a session, a token, and patience while the server is away. */
final class Visitor
{
    private const AWAY = [0, 429, 503];
    private \CurlHandle $request;
    private string $token = '';
    /** @var array<string, string> */
    private array $cookies = [];
    /** @var int|null as the last answer said, in seconds */
    private ?int $retryAfter = null;

    public function __construct(private Crowd $crowd, private readonly string $url, public readonly string $name)
    {
        $this->request = curl_init();
        $this->prepare();
    }

    /** The same person with another window: the same session on a connection of its own. */
    /** The same person in another crowd. */
    public function in(Crowd $crowd): self
    {
        $one = clone $this;
        $one->crowd = $crowd;

        return $one;
    }

    public function __clone()
    {
        $request = curl_copy_handle($this->request);
        $this->request = false === $request ? throw new \RuntimeException('curl has no more handles.') : $request;
        $this->prepare();
    }

    private function prepare(): void
    {
        curl_setopt_array($this->request, [
            \CURLOPT_RETURNTRANSFER => true,
            \CURLOPT_HEADERFUNCTION => function (\CurlHandle $request, string $line): int {
                if (1 === preg_match('/^retry-after: (\d+)/i', $line, $found)) {
                    $this->retryAfter = (int) $found[1];
                }
                if (1 === preg_match('/^set-cookie: ([^=]+)=([^;]*)/i', $line, $found)) {
                    $this->cookies[$found[1]] = $found[2];
                }

                return \strlen($line);
            },
        ]);
    }

    public function signIn(string $password): void
    {
        $this->readToken();
        $this->insist('POST', '/api/sign-in', ['name' => $this->name, 'password' => $password], 204);
        $this->readToken();
    }

    /**
     * One request, once.
     *
     * @param array<string, mixed>|null $body
     *
     * @return array{int, array<string, mixed>} status, 0 when no answer came, and what it said
     */
    public function ask(string $method, string $path, ?array $body = null, int $milliseconds = 20_000): array
    {
        $this->retryAfter = null;
        \assert('' !== $method && '' !== $this->url);
        curl_setopt_array($this->request, [
            \CURLOPT_URL => $this->url.$path,
            \CURLOPT_CUSTOMREQUEST => $method,
            \CURLOPT_POSTFIELDS => null === $body ? '' : json_encode($body, \JSON_THROW_ON_ERROR | \JSON_PRESERVE_ZERO_FRACTION),
            \CURLOPT_HTTPHEADER => ['Content-Type: application/json', "X-CSRF-Token: $this->token", 'Expect:'],
            \CURLOPT_TIMEOUT_MS => $milliseconds,
        ]);
        $cookies = http_build_query($this->cookies, '', '; ');
        if ('' !== $cookies) {
            curl_setopt($this->request, \CURLOPT_COOKIE, $cookies);
        }
        $failed = 0 !== $this->crowd->send($this->request);
        $status = $failed ? 0 : (int) curl_getinfo($this->request, \CURLINFO_RESPONSE_CODE);
        $said = $failed ? null : json_decode((string) curl_multi_getcontent($this->request), true);
        $json = str_contains((string) curl_getinfo($this->request, \CURLINFO_CONTENT_TYPE), 'json');
        if ($json && \in_array($status, [200, 201], true) && !\is_array($said)) {
            $status = 0; // it broke off
        }
        $data = \is_array($said) ? $said : [];

        /** @var array<string, mixed> $data */
        return [$status, $data];
    }

    /** @return array<string, string> what a browser would send to be known as this person */
    public function cookies(): array
    {
        return $this->cookies;
    }

    /** How long the last request took, in milliseconds. */
    public function took(): float
    {
        return 1000 * (float) curl_getinfo($this->request, \CURLINFO_TOTAL_TIME);
    }

    /**
     * Sends a request again and again while the server is away, as the browser does.
     *
     * @param array<string, mixed>|null $body
     *
     * @return array<string, mixed> the answer
     *
     * @throws \RuntimeException when another status comes than those expected
     */
    public function insist(string $method, string $path, ?array $body = null, int ...$expected): array
    {
        [$status, $data] = $this->patient($method, $path, $body);
        if (!\in_array($status, [] === $expected ? [200] : $expected, true)) {
            throw new \RuntimeException("$this->name: $method $path answered $status: ".json_encode($data));
        }

        return $data;
    }

    /**
     * @param array<string, mixed>|null $body
     *
     * @return array{int, array<string, mixed>}
     */
    public function patient(string $method, string $path, ?array $body = null): array
    {
        do {
            [$status, $data] = $this->ask($method, $path, $body);
            $away = \in_array($status, self::AWAY, true);
            if ($away) {
                $this->crowd->rest(min(2, $this->retryAfter ?? 0.5));
            } elseif (403 === $status && 'csrf' === ($data['reason'] ?? null)) {
                // The answer that brought a session was lost; as the browser does, it asks for the token of what it has now.
                $this->readToken();
                $away = true;
            }
        } while ($away);

        return [$status, $data];
    }

    public function readToken(): void
    {
        $token = $this->insist('GET', '/api/session')['csrf'] ?? '';
        $this->token = \is_string($token) ? $token : '';
    }
}
