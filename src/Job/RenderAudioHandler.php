<?php

declare(strict_types=1);

namespace Pulsanda\App\Job;

use Pulsanda\App\Sound\Renderings;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\Messenger\Attribute\AsMessageHandler;
use Symfony\Component\Messenger\Event\WorkerMessageFailedEvent;

/**
 * Mixes sound. A message says that there is something to mix, and not what: each one mixes what is next, fair between people. What fails
 * is tried again by the transport's rules, and told as failed after the last try.
 */
#[AsMessageHandler]
final readonly class RenderAudioHandler
{
    public function __construct(private Renderings $renderings)
    {
    }

    public function __invoke(RenderAudio $message): void
    {
        $this->renderings->render($this->renderings->next() ?? $message->rendering);
    }

    #[AsEventListener]
    public function failed(WorkerMessageFailedEvent $event): void
    {
        $message = $event->getEnvelope()->getMessage();
        if ($message instanceof RenderAudio && !$event->willRetry()) {
            $this->renderings->fail($message->rendering);
        }
    }
}
