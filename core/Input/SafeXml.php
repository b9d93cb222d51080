<?php

declare(strict_types=1);

namespace Pulsanda\Core\Input;

/** XML of files that people bring: no network, no file beside it, and no entity that it declares itself. */
final readonly class SafeXml
{
    /** @throws InvalidInput naming the line */
    public static function read(string $xml): \SimpleXMLElement
    {
        $before = libxml_use_internal_errors(true);
        try {
            $document = new \DOMDocument();
            $read = '' !== $xml && $document->loadXML($xml, \LIBXML_NONET | \LIBXML_COMPACT);
            $error = libxml_get_last_error();
        } finally {
            libxml_clear_errors();
            libxml_use_internal_errors($before);
        }
        if (!$read) {
            $line = false === $error ? '' : 'line '.$error->line;
            throw InvalidInput::at($line, 'this is no XML that can be read; save the file again in the other program.');
        }
        if ('' !== (string) $document->doctype?->internalSubset) {
            throw InvalidInput::at('', 'This file declares entities of its own, which are not read here; save it again without them.');
        }

        return simplexml_import_dom($document) ?? throw InvalidInput::at('', 'This file is empty; save it again in the other program.');
    }
}
