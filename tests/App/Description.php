<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use JsonSchema\Validator;
use Symfony\Component\Yaml\Yaml;

/** What docs/openapi.yaml says of an answer. */
final class Description
{
    public const MISSING = 'not described:';
    /** @var array<mixed>|null */
    private static ?array $read = null;
    private static ?object $definitions = null;

    /** @return array<mixed> */
    public static function read(): array
    {
        return self::$read ??= (array) Yaml::parseFile(\dirname(__DIR__, 2).'/docs/openapi.yaml');
    }

    /**
     * Where an answer is not as it is described; the status has to stand there, and any refusal is a problem document.
     *
     * @param string $path of the route, such as "/api/parts/{id}/bench"
     *
     * @return list<mixed>
     */
    public static function ofAnswer(string $method, string $path, int $status, string $type, string $content): array
    {
        $answer = self::at(self::read(), ['paths', $path, strtolower($method), 'responses', (string) $status]);
        if (!\is_array($answer)) {
            return [self::MISSING." $status"];
        }
        if ($status >= 400) {
            return 'application/problem+json' === $type ? self::violations($content, ['$ref' => '#/components/schemas/Problem']) : [$type];
        }
        $schemas = self::at($answer, ['content']);
        if (!\is_array($schemas)) {
            return '' === $content ? [] : ['nothing is described, and something comes'];
        }
        $schema = self::at($schemas, [$type, 'schema']);

        return \is_array($schema) ? (str_ends_with($type, 'json') ? self::violations($content, $schema) : []) : ["$type is not described"];
    }

    /**
     * @param array<mixed> $schema
     *
     * @return list<mixed>
     */
    public static function violations(string $json, array $schema): array
    {
        self::$definitions ??= self::local(self::at(self::read(), ['components', 'schemas']));
        $data = json_decode($json);
        $whole = self::local($schema);
        $whole->definitions = self::$definitions;
        $validator = new Validator();
        $validator->validate($data, $whole);

        return array_values($validator->getErrors());
    }

    /** References into the description become references into its definitions; "null" beside a type is known to both. */
    private static function local(mixed $schema): \stdClass
    {
        $json = (string) json_encode($schema, \JSON_UNESCAPED_SLASHES);
        $local = json_decode(str_replace('#/components/schemas/', '#/definitions/', $json));
        \assert($local instanceof \stdClass);

        return $local;
    }

    /**
     * @param array<mixed> $data
     * @param list<string> $keys
     */
    private static function at(array $data, array $keys): mixed
    {
        foreach ($keys as $key) {
            $data = \is_array($data) ? ($data[$key] ?? null) : null;
        }

        return $data;
    }
}
