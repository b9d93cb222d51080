<?php

declare(strict_types=1);

namespace Pulsanda\App\Language;

use Psr\Log\LoggerInterface;
use Pulsanda\Core\Say\Phrases;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Translation\Loader\JsonFileLoader;
use Symfony\Component\Translation\Translator;

/** The messages of lang/, in every language: one folder a language, one file a place, each message in ICU MessageFormat. */
final class Catalogues
{
    private const DOMAIN = 'words';
    /** Files that the server says; the browser says the others. Their keys are told apart across files. */
    private const PLACES = ['say', 'hints', 'rules', 'asks', 'instruments', 'refusals', 'files', 'lessons', 'console'];

    private readonly Translator $translator;
    /** @var array<string, true> messages that were missed already */
    private array $missed = [];

    public function __construct(
        #[Autowire('%kernel.project_dir%/lang')] string $folder,
        #[Autowire('%kernel.cache_dir%/words')] string $cache,
        #[Autowire('%kernel.debug%')] bool $debug,
        private readonly LoggerInterface $logger,
    ) {
        $this->translator = new Translator('en', null, $cache, $debug);
        $this->translator->setFallbackLocales(['en']);
        $this->translator->addLoader('json', new JsonFileLoader());
        foreach (self::PLACES as $place) {
            foreach (glob("$folder/*/$place.json") ?: [] as $file) {
                $this->translator->addResource('json', $file, self::locale(basename(\dirname($file))), self::DOMAIN.'+intl-icu');
            }
        }
    }

    public function in(Tag $tag): Phrases
    {
        return new class($this, $tag) implements Phrases {
            public function __construct(private readonly Catalogues $catalogues, private readonly Tag $tag)
            {
            }

            public function say(string $key, array $values = []): string
            {
                return $this->catalogues->say($this->tag, $key, $values);
            }
        };
    }

    /**
     * A message; in English where a language has none, which is logged once.
     *
     * @param array<string, string|int|float> $values that it names
     */
    public function say(Tag $tag, string $key, array $values = []): string
    {
        $locale = self::locale($tag->value);
        $catalogue = $this->translator->getCatalogue($locale);
        $isEnglish = str_starts_with($locale, 'en');
        if (!$catalogue->has($key, self::DOMAIN) || (!$isEnglish && !$catalogue->defines($key, self::DOMAIN))) {
            isset($this->missed["$locale $key"]) || $this->logger->error('A message is missing.', ['key' => $key, 'language' => $locale]);
            $this->missed["$locale $key"] = true;
        }

        return $this->translator->trans($key, $values, self::DOMAIN, $locale);
    }

    private static function locale(string $tag): string
    {
        return str_replace('-', '_', $tag);
    }
}
