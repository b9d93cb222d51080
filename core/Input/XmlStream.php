<?php

declare(strict_types=1);

namespace Pulsanda\Core\Input;

/**
 * XML of files that people bring, element by element, so that its size takes no memory: no network, no file beside it, and no document
 * type, which could declare entities.
 */
final class XmlStream
{
    /** Further down than this no sheet goes. */
    private const MOST_DEPTH = 64;

    private readonly \XMLReader $reader;

    private function __construct(string $xml)
    {
        $reader = \XMLReader::XML($xml, null, \LIBXML_NONET | \LIBXML_COMPACT);
        $this->reader = $reader instanceof \XMLReader ? $reader : throw self::broken();
    }

    /**
     * @return \Generator<int, array{string, array<string, string>|null, string}> at each element its local name, its attributes (null where
     *                                                                            it ends) and, where it ends, the text in it
     *
     * @throws InvalidInput
     */
    public static function elements(string $xml): \Generator
    {
        $before = libxml_use_internal_errors(true);
        try {
            yield from '' === $xml ? throw self::broken() : (new self($xml))->read();
        } finally {
            libxml_clear_errors();
            libxml_use_internal_errors($before);
        }
    }

    /** @return \Generator<int, array{string, array<string, string>|null, string}> */
    private function read(): \Generator
    {
        $text = [''];
        while ($this->reader->read()) {
            $depth = \count($text) - 1;
            switch ($this->reader->nodeType) {
                case \XMLReader::DOC_TYPE:
                    throw InvalidInput::at(
                        '',
                        'This file may declare entities of its own, which are not read; save it again without its DOCTYPE.',
                    );
                case \XMLReader::TEXT:
                case \XMLReader::CDATA:
                case \XMLReader::SIGNIFICANT_WHITESPACE:
                    $text[$depth] .= $this->reader->value;
                    break;
                case \XMLReader::ELEMENT:
                    $name = $this->reader->localName;
                    $isEmpty = $this->reader->isEmptyElement;
                    yield [$name, $this->attributes(), ''];
                    if ($isEmpty) {
                        yield [$name, null, ''];
                    } elseif ($depth < self::MOST_DEPTH) {
                        $text[] = '';
                    } else {
                        throw self::broken();
                    }
                    break;
                case \XMLReader::END_ELEMENT:
                    $inside = (string) array_pop($text);
                    $text[\count($text) - 1] .= $inside;
                    yield [$this->reader->localName, null, $inside];
            }
        }
        if (false !== libxml_get_last_error()) {
            throw self::broken();
        }
    }

    /** @return array<string, string> by local name */
    private function attributes(): array
    {
        $found = [];
        while ($this->reader->moveToNextAttribute()) {
            $found[$this->reader->localName] = $this->reader->value;
        }
        $this->reader->moveToElement();

        return $found;
    }

    private static function broken(): InvalidInput
    {
        $error = libxml_get_last_error();

        return InvalidInput::at(
            false === $error ? '' : 'line '.$error->line,
            'this is no XML that can be read; save the file again in the other program.',
        );
    }
}
