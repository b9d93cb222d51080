<?php

declare(strict_types=1);

namespace Pulsanda\App\Http;

use Pulsanda\Core\Input\Document;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Pulsanda\Core\Pattern\Pattern;
use Pulsanda\Core\Pattern\PatternReader;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\Uid\Uuid;

/** Reads the JSON object that a request carries. */
final readonly class Body
{
    /** Bytes of a request that carries one beat. */
    public const MOST_BEAT = 524_288;

    /**
     * @param list<string> $known the keys that may occur
     * @param int          $most  bytes
     *
     * @throws InvalidInput
     */
    public static function of(Request $request, array $known, int $most = Document::MOST_BYTES): Fields
    {
        $content = $request->getContent();
        if (\strlen($content) > $most) {
            throw InvalidInput::at('', \sprintf('This is larger than %d kB; take some hits out, or make it shorter.', intdiv($most, 1024)));
        }

        return Fields::of(Document::decode($content), '', $known);
    }

    /** @throws InvalidInput */
    public static function pattern(Fields $fields, string $key = 'pattern'): Pattern
    {
        try {
            return PatternReader::fromData($fields->value($key));
        } catch (InvalidInput $error) {
            throw $error->under($key);
        }
    }

    /**
     * A moment with its offset, in this century; null where null stands there.
     *
     * @throws InvalidInput for a moment that no calendar has
     */
    public static function time(Fields $fields, string $key): ?\DateTimeImmutable
    {
        if ($fields->isNull($key)) {
            return null;
        }
        $text = $fields->string($key);
        $strict = 1 === preg_match('/^20\d\d-\d\d-\d\dT\d\d:\d\d:\d\d(?:Z|[+-](?:0\d|1[0-4]):[0-5]\d)$/D', $text);
        $time = $strict ? \DateTimeImmutable::createFromFormat('!'.\DATE_ATOM, $text) : false;
        $errors = \DateTimeImmutable::getLastErrors();
        // PHP rolls 31 February over to March, with a warning.
        if (false === $time || (false !== $errors && 0 < $errors['warning_count'] + $errors['error_count'])) {
            throw InvalidInput::at($key, 'this must be a date and time of the calendar such as 2026-12-01T18:00:00+00:00, or null.');
        }

        return $time;
    }

    /** @throws InvalidInput */
    public static function uuid(Fields $fields, string $key): ?Uuid
    {
        if (!$fields->has($key) || $fields->isNull($key)) {
            return null;
        }
        $text = $fields->string($key);

        return Uuid::isValid($text) ? Uuid::fromString($text) : throw InvalidInput::at($key, 'this must be a UUID, or left out.');
    }
}
