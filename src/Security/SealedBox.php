<?php

declare(strict_types=1);

namespace Pulsanda\App\Security;

/** Encrypts what the database must keep but not tell (XSalsa20-Poly1305), under a key derived from APP_SECRET for one purpose. */
final readonly class SealedBox
{
    private string $key;

    public function __construct(#[\SensitiveParameter] string $secret, string $purpose)
    {
        $this->key = hash('sha256', "$purpose\0$secret", true);
    }

    public function seal(#[\SensitiveParameter] string $text): string
    {
        $nonce = random_bytes(\SODIUM_CRYPTO_SECRETBOX_NONCEBYTES);

        return base64_encode($nonce.sodium_crypto_secretbox($text, $nonce, $this->key));
    }

    /** @return string|null null where it was sealed with another APP_SECRET */
    public function open(string $sealed): ?string
    {
        $bytes = (string) base64_decode($sealed, true);
        $nonce = substr($bytes, 0, \SODIUM_CRYPTO_SECRETBOX_NONCEBYTES);
        $text = sodium_crypto_secretbox_open(substr($bytes, \SODIUM_CRYPTO_SECRETBOX_NONCEBYTES), $nonce, $this->key);

        return false === $text ? null : $text;
    }
}
