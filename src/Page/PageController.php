<?php

declare(strict_types=1);

namespace Pulsanda\App\Page;

use Pulsanda\App\Language\Reader;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use Twig\Environment;

/** The one page that carries the React application. Which place it shows is read from the address by the browser. */
final readonly class PageController
{
    public function __construct(#[Autowire('%env(default:app.build:PULSANDA_BUILD)%/.vite/manifest.json')] private string $manifest)
    {
    }

    #[Route('/{path}', requirements: ['path' => '^(?!api/|build/|sounds/).*'], methods: 'GET', priority: -10)]
    public function page(Environment $twig, Reader $reader): Response
    {
        if (!is_file($this->manifest)) {
            return new Response('The browser part is not built yet; run bin/start.', 503, ['Content-Type' => 'text/plain']);
        }
        /** @var array<string, array{file: string, css?: list<string>, imports?: list<string>}> $files */
        $files = json_decode((string) file_get_contents($this->manifest), true, 8, \JSON_THROW_ON_ERROR);
        $entry = $files['web/main.tsx'];

        return new Response($twig->render('page.html.twig', [
            'language' => $reader->tag()->value,
            'direction' => $reader->tag()->direction(),
            'script' => $entry['file'],
            'styles' => $entry['css'] ?? [],
            'preloads' => array_map(static fn (string $import): string => $files[$import]['file'], $entry['imports'] ?? []),
        ]), 200, ['Cache-Control' => 'no-cache', 'Vary' => 'Cookie, Accept-Language']);
    }
}
