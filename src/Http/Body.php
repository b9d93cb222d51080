<?php

declare(strict_types=1);

namespace Pulsanda\App\Http;

use Pulsanda\Core\Input\Document;
use Pulsanda\Core\Input\Fields;
use Pulsanda\Core\Input\InvalidInput;
use Symfony\Component\HttpFoundation\Request;

/** Reads the JSON object that a request carries. */
final readonly class Body
{
    /**
     * @param list<string> $known the keys that may occur
     *
     * @throws InvalidInput
     */
    public static function of(Request $request, array $known): Fields
    {
        return Fields::of(Document::decode($request->getContent()), '', $known);
    }

    /**
     * A text of at most $most characters; line breaks are allowed, other control characters are not.
     *
     * @throws InvalidInput
     */
    public static function text(Fields $fields, string $key, int $most): string
    {
        $text = trim($fields->string($key, ''));
        if (mb_strlen($text) > $most) {
            throw InvalidInput::at($key, \sprintf('this text has %d characters; at most %d fit, so shorten it.', mb_strlen($text), $most));
        }
        if (1 === preg_match('/[\x00-\x08\x0b\x0c\x0e-\x1f\x7f]/', $text)) {
            throw InvalidInput::at($key, 'this text holds control characters; remove them.');
        }

        return $text;
    }
}
