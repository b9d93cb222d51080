<?php

declare(strict_types=1);

namespace Pulsanda\App\Mail;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\AbstractTransport;

/**
 * A stand-in for a mail server: keeps each mail as a file (.eml, RFC 5322) in the data folder, where the administrator reads them.
 * MAILER_DSN names the school's own server in its place.
 */
final class Mailbox extends AbstractTransport
{
    public const DSN = 'mailbox://default';
    private const MOST = 200;

    public function __construct(#[Autowire('%env(default:app.data:PULSANDA_DATA)%/mail')] private readonly string $folder)
    {
        parent::__construct();
    }

    public function __toString(): string
    {
        return self::DSN;
    }

    /** @return list<array{at: string, to: string, subject: string, text: string}> the newest first */
    public function read(): array
    {
        $mails = [];
        foreach (array_reverse($this->files()) as $file) {
            [$head, $text] = explode("\r\n\r\n", (string) file_get_contents($file), 2) + ['', ''];
            $of = static fn (string $name): string => 1 === preg_match("/^$name: (.*(?:\r\n[ \t].*)*)/m", $head, $found)
                ? (string) iconv_mime_decode($found[1], \ICONV_MIME_DECODE_CONTINUE_ON_ERROR, 'UTF-8') : '';
            $mails[] = [
                'at' => date(\DATE_ATOM, (int) filemtime($file)),
                'to' => trim($of('To')),
                'subject' => trim($of('Subject')),
                'text' => trim(str_contains($head, 'quoted-printable') ? quoted_printable_decode($text) : $text),
            ];
        }

        return $mails;
    }

    protected function doSend(SentMessage $message): void
    {
        is_dir($this->folder) || mkdir($this->folder, 0700, true);
        $file = \sprintf('%s/%s-%s.eml', $this->folder, (new \DateTimeImmutable())->format('Ymd-His-u'), bin2hex(random_bytes(6)));
        // Nobody else on this machine reads a link for a password.
        touch($file) && chmod($file, 0600);
        file_put_contents($file, $message->toString());
        foreach (\array_slice($this->files(), 0, -self::MOST) as $old) {
            unlink($old);
        }
    }

    /** @return list<string> the oldest first */
    private function files(): array
    {
        $files = glob($this->folder.'/*.eml') ?: [];
        sort($files);

        return $files;
    }
}
