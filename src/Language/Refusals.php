<?php

declare(strict_types=1);

namespace Pulsanda\App\Language;

use Psr\Log\LoggerInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;

/**
 * Refusals by their stable codes. The core and the controllers refuse in English sentences, which stand in lang/en/refusals.json with a
 * code each; from the sentence come the code and the values in it, and from these the sentence in the reader's language.
 */
final class Refusals
{
    /** What no sentence of the list is. */
    public const UNKNOWN = 'other';

    private ?RefusalSentences $sentences = null;

    public function __construct(
        #[Autowire('%kernel.project_dir%/lang/en/refusals.json')] private readonly string $file,
        private readonly Catalogues $catalogues,
        private readonly LoggerInterface $logger,
    ) {
    }

    /**
     * A refusal in a language. The place in front of it ("line 3: …") stays; that of a single field goes, since its name is English.
     *
     * @return array{string, string} its code, and the sentence
     */
    public function told(Tag $tag, string $english): array
    {
        $this->sentences ??= new RefusalSentences($this->file);
        $found = $this->sentences->find($english);
        $place = '';
        $rest = $english;
        while (null === $found && 1 === preg_match('/^[^:]{1,120}: /u', $rest, $prefix)) {
            $place .= $prefix[0];
            $rest = substr($rest, \strlen($prefix[0]));
            $found = $this->sentences->find($rest);
        }
        if (null === $found) {
            $this->logger->error('A refusal has no code.', ['sentence' => $english]);
        }
        [$code, $values] = $found ?? [self::UNKNOWN, []];
        if (self::UNKNOWN === $code || $tag->isEnglish()) {
            return [$code, $english];
        }
        $said = $this->catalogues->say($tag, $code, $values);

        return [$code, 1 === preg_match('/^(\w+: )?$/', $place) ? mb_strtoupper(mb_substr($said, 0, 1)).mb_substr($said, 1) : $place.$said];
    }
}
