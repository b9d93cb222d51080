<?php

declare(strict_types=1);

namespace Pulsanda\App\Job;

use Pulsanda\App\Sound\Renderings;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;

#[AsMessageHandler]
final readonly class RenderAudioHandler
{
    public function __construct(private Renderings $renderings)
    {
    }

    public function __invoke(RenderAudio $message): void
    {
        $this->renderings->render($message->rendering);
    }
}
