<?php

declare(strict_types=1);

// The one function of symfony/polyfill-php85 that is called. PHP 8.5 has it.
if (!function_exists('get_error_handler')) {
    function get_error_handler(): ?callable
    {
        $handler = set_error_handler(null);
        restore_error_handler();

        return $handler;
    }
}
