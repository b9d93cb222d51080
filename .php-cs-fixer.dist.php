<?php

declare(strict_types=1);

return (new PhpCsFixer\Config())
    ->setRiskyAllowed(true)
    ->setRules([
        '@Symfony' => true,
        '@Symfony:risky' => true,
        'declare_strict_types' => true,
        'strict_comparison' => false, // values of the core are compared by what they hold (==)
        'concat_space' => ['spacing' => 'none'],
        'phpdoc_to_comment' => false, // types of local values that a reader of data cannot know
        'single_line_throw' => false,
        'phpdoc_separation' => false,
        'phpdoc_summary' => false, // a docblock may be a phrase
        'global_namespace_import' => false,
        'yoda_style' => true,
        'trailing_comma_in_multiline' => ['elements' => ['arguments', 'arrays', 'match', 'parameters']],
        'native_function_invocation' => ['include' => ['@compiler_optimized'], 'scope' => 'namespaced', 'strict' => true],
    ])
    ->setParallelConfig(PhpCsFixer\Runner\Parallel\ParallelConfigFactory::detect())
    ->setCacheFile(__DIR__.'/var/php-cs-fixer.cache')
    ->setFinder((new PhpCsFixer\Finder())->in([__DIR__.'/core', __DIR__.'/src', __DIR__.'/tests', __DIR__.'/config', __DIR__.'/migrations', __DIR__.'/support'])->exclude('symfony'));
