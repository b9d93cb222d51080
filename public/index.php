<?php

declare(strict_types=1);

use Pulsanda\App\Http\ProblemListener;
use Symfony\Component\HttpFoundation\Request;

$kernel = require dirname(__DIR__).'/config/bootstrap.php';
$request = Request::createFromGlobals();
try {
    $response = $kernel->handle($request);
} catch (Throwable $error) {
    // The database went away while an error was answered: its session could not be stored either.
    $response = ProblemListener::isAway($error) ? ProblemListener::away() : throw $error;
}
if (503 === $response->getStatusCode()) {
    // A session that could not be read is not gone: PHP would have the browser forget it for a new one.
    header_remove('Set-Cookie');
    $response->headers->remove('Set-Cookie');
}
$response->send();
$kernel->terminate($request, $response);
