<?php

declare(strict_types=1);

namespace Pulsanda\App\Database;

use Doctrine\DBAL\Platforms\AbstractPlatform;
use Doctrine\DBAL\Types\Type;

/**
 * Keeps a value of the core in a JSON column, by the core's own reader and writer.
 *
 * @template T
 */
abstract class CoreType extends Type
{
    public function getSQLDeclaration(array $column, AbstractPlatform $platform): string
    {
        return $platform->getJsonTypeDeclarationSQL($column);
    }

    public function convertToDatabaseValue(mixed $value, AbstractPlatform $platform): ?string
    {
        if (null === $value) {
            return null;
        }

        /** @var T $value */
        return json_encode($this->write($value), \JSON_THROW_ON_ERROR | \JSON_UNESCAPED_UNICODE | \JSON_UNESCAPED_SLASHES);
    }

    /** @return T|null */
    public function convertToPHPValue(mixed $value, AbstractPlatform $platform): mixed
    {
        if (null === $value) {
            return null;
        }
        \assert(\is_string($value));

        return $this->read(json_decode($value, false, 512, \JSON_THROW_ON_ERROR));
    }

    /**
     * @param T $value
     *
     * @return array<mixed>
     */
    abstract protected function write(mixed $value): array;

    /** @return T */
    abstract protected function read(mixed $data): mixed;
}
