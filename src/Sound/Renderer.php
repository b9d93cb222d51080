<?php

declare(strict_types=1);

namespace Pulsanda\App\Sound;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Sound\Mix\Bank;
use Pulsanda\Core\Sound\Mix\Excerpt;
use Pulsanda\Core\Sound\Mix\Mixdown;
use Pulsanda\Core\Sound\Mix\Parade;
use Pulsanda\Core\Sound\Wav;

/** Mixes beats into files: one beat into one file, several, or their rows, into a zip. */
final readonly class Renderer
{
    public function __construct(private BuiltKits $kits, private OwnSounds $sounds)
    {
    }

    /**
     * @param non-empty-list<Track>    $tracks
     * @param \Closure(int): void|null $told   frames that are mixed, again and again; it may throw to stop
     *
     * @throws \Pulsanda\Core\Input\InvalidInput where a beat has no such section, or lasts too long
     */
    public function render(string $file, array $tracks, Order $order, ?\Closure $told = null): void
    {
        if ($order->parade) {
            $title = $tracks[0]->pattern->title;
            AudioFile::write($file, $order->format, self::counted(Parade::of($this->marching($tracks)), $told), $title, '');

            return;
        }
        if (!self::isZip($tracks, $order)) {
            $this->mix($file, $tracks[0], $order->excerpt($tracks[0]->pattern), $order, $told);

            return;
        }
        $zip = new \ZipArchive();
        if (true !== $zip->open("$file.zip", \ZipArchive::CREATE | \ZipArchive::OVERWRITE)) {
            throw new \RuntimeException("$file.zip cannot be written; check the rights and the free space.");
        }
        $parts = [];
        try {
            foreach ($tracks as $track) {
                foreach ($this->files($track, $order) as $name => $excerpt) {
                    $parts[] = $part = \sprintf('%s.%d', $file, \count($parts));
                    $this->mix($part, $track, $excerpt, $order, $told);
                    $zip->addFile($part, self::unused($zip, $name, $order->format->value));
                }
            }
            $zip->close();
            rename("$file.zip", $file);
        } finally {
            array_map(unlink(...), array_filter([...$parts, "$file.zip"], is_file(...)));
        }
    }

    /** @param list<Track> $tracks */
    public static function isZip(array $tracks, Order $order): bool
    {
        return !$order->parade && ($order->rows || \count($tracks) > 1);
    }

    /**
     * @param list<Track> $tracks
     *
     * @return float seconds of sound to be mixed
     */
    public static function seconds(array $tracks, Order $order): float
    {
        if ($order->parade) {
            $ticks = self::longest($tracks);

            return array_sum(array_map(static fn (Track $track): float => $track->pattern->tempo->seconds($ticks), $tracks));
        }

        return array_sum(array_map(
            static fn (Track $track): float => $order->excerpt($track->pattern)->seconds($track->pattern)
                * ($order->rows ? max(1, \count(self::lines($track))) : 1),
            $tracks,
        ));
    }

    /**
     * @param list<Track> $tracks
     *
     * @return \Generator<int, array{iterable<string>, int, bool}> each as long as the longest; a shorter one goes round until then
     */
    private function marching(array $tracks): \Generator
    {
        $ticks = self::longest($tracks);
        foreach ($tracks as $track) {
            $pattern = $track->pattern;
            $mix = Mixdown::of($pattern, Order::marching($pattern, $ticks), $this->bank($track));
            yield [$mix, (int) round($pattern->tempo->seconds($ticks) * Wav::RATE), 0 === $ticks % $pattern->ticks()];
        }
    }

    /** @param list<Track> $tracks */
    private static function longest(array $tracks): int
    {
        return max(1, ...array_map(static fn (Track $track): int => $track->pattern->ticks(), $tracks));
    }

    /** @return array<string, Excerpt> by the names of their files */
    private function files(Track $track, Order $order): array
    {
        $excerpt = $order->excerpt($track->pattern);
        if (!$order->rows) {
            return [$track->name() => $excerpt];
        }
        $files = [];
        foreach (self::lines($track) as $name => [$instrument, $line]) {
            $files["{$track->name()} - $name"] = $excerpt->line($instrument, $line);
        }

        return $files;
    }

    /** @return array<string, array{string, int}> the rows that sound somewhere, by a name for people: instrument, and which of its rows */
    private static function lines(Track $track): array
    {
        $lines = [];
        foreach ($track->pattern->form() as $section) {
            $counts = [];
            foreach ($section->rows as $row) {
                $line = $counts[$row->instrument->value] = ($counts[$row->instrument->value] ?? -1) + 1;
                if (!$row->muted && [] !== $row->hits) {
                    $label = Instrument::from($row->instrument->value)->label().($line > 0 ? ' '.($line + 1) : '');
                    $lines[$label] = [$row->instrument->value, $line];
                }
            }
        }

        return $lines;
    }

    private function mix(string $file, Track $track, Excerpt $excerpt, Order $order, ?\Closure $told): void
    {
        $mix = Mixdown::of($track->pattern, $excerpt, $this->bank($track));
        AudioFile::write($file, $order->format, self::counted($mix, $told), $track->pattern->title, $track->person);
    }

    /**
     * @param iterable<string> $mix
     *
     * @return \Generator<int, string> the same, and the frames of each block are told
     */
    private static function counted(iterable $mix, ?\Closure $told): \Generator
    {
        foreach ($mix as $block) {
            yield $block;
            $told && $told(intdiv(\strlen($block), 4));
        }
    }

    private function bank(Track $track): Bank
    {
        $kit = new PieceBank($this->kits->of($track->pattern->kit), $this->kits);

        return null === $track->owner ? $kit : new OwnBank($kit, $this->sounds->named($track->owner), $this->sounds);
    }

    private static function unused(\ZipArchive $zip, string $name, string $ending): string
    {
        for ($number = 1; false !== $zip->locateName($file = $name.($number > 1 ? " ($number)" : '').".$ending"); ++$number) {
        }

        return $file;
    }
}
