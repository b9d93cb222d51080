<?php

declare(strict_types=1);

namespace Pulsanda\Core\Compare\Say;

use Pulsanda\Core\Pattern\Instrument;
use Pulsanda\Core\Rhythm\Meter;

/**
 * How to mend what a statement tells: one or two sentences as a teacher would say them, by what it is about and where it stands. They are
 * true of any target, since a statement does not hold it.
 */
final readonly class Hints
{
    private const HANDS = [Instrument::ClosedHat, Instrument::OpenHat, Instrument::Ride, Instrument::RideBell, Instrument::Shaker];
    /** Beats 2 and 4 of a bar of 4/4, in ticks. */
    private const BACKBEATS = [960, 2880];

    /** @return string '' where nothing helps but doing what is said */
    public static function of(Statement $one, Meter $meter): string
    {
        $first = $one->instruments[0] ?? null;

        return match ($one->kind) {
            StatementKind::HitMissing => self::missing($one, $first, $meter),
            StatementKind::HitExtra => 'Skip it once, and listen to the gap.',
            StatementKind::HitMoved, StatementKind::Shifted => ($one->ticks ?? 0) > 0
                ? 'You wait a little too long. Say the word of the place aloud, and strike with it.'
                : 'You are a little too soon. Say the word of the place aloud, and strike with it.',
            StatementKind::SwappedRows => self::isLowAndSnare($one)
                ? 'The low drum says boom, the snare says clap. Say the bar aloud, then play it.'
                : 'Say both names aloud in the order in which they come.',
            StatementKind::OtherDrum, StatementKind::WrongRow, StatementKind::SameSound => 'Hear both drums alone: which of them is it?',
            StatementKind::Rotated => 'Find the 1 with your foot first; then begin there.',
            StatementKind::Subdivision => 'Say the counting words while the target plays, and play only those that you hear.',
            StatementKind::DoubleTime => 'Tap the beat with your foot: yours comes twice as often as it should.',
            StatementKind::HalfTime => 'Tap the beat with your foot: yours comes half as often as it should.',
            StatementKind::AnotherBeat => 'Begin with one row. Hear it alone, and build that first.',
            StatementKind::RowMissing => 'Let the rest play, and sing the missing drum over it. Then write what you sang.',
            StatementKind::RowExtra => 'Mute this row, and compare with the target once more.',
            StatementKind::BarMissing, StatementKind::Length => 'Count the bars aloud while the target plays: one, two, three …',
            StatementKind::BarExtra => 'Count the bars aloud while the target plays, and stop where it begins again.',
            StatementKind::BarsSwapped, StatementKind::Sections, StatementKind::Form => 'Write the parts\' letters under the bars first.',
            StatementKind::NoVariation => 'Listen to the first bar and then to this one: one thing is different. Find that.',
            StatementKind::Meter => 'Count until it begins again: that number is the meter.',
            StatementKind::Tempo => 'Tap along with the target for a bar before you set yours.',
            StatementKind::Swing => self::swing($one),
            StatementKind::Ahead => 'Breathe out on the beat, and let the click come to you.',
            StatementKind::Behind => 'Look forward to the next beat: be there before you think of it.',
            StatementKind::Accents, StatementKind::Flat => 'Say the loud ones, and only think the soft ones.',
            StatementKind::Uneven => true === ($one->values['ghosts'] ?? false)
                ? 'Drop the stick from two fingers\' height for the quiet ones.'
                : 'Play them with one hand: they get even by themselves.',
            StatementKind::Balance => 'Turn the louder one down until you hear the other first.',
            StatementKind::Ornament => self::ornament($one),
            StatementKind::Sticking => 'Say right and left aloud while you play.',
        };
    }

    private static function ornament(Statement $one): string
    {
        return match ($one->values['asked'] ?? '') {
            'flam' => 'Hold one stick low and one high, and let both fall at once: the low one lands first.',
            'drag' => 'Let one stick bounce twice, softly, and strike with the other.',
            default => 'Strike with one stick alone.',
        };
    }

    private static function missing(Statement $one, ?Instrument $first, Meter $meter): string
    {
        return match (true) {
            true === ($one->values['ghosts'] ?? false) => 'Drop the stick from two fingers\' height: it should be felt more than heard.',
            Instrument::Snare === $first && '4/4' === (string) $meter && [] !== $one->at && [] === array_filter(
                $one->at,
                static fn (int $at): bool => !\in_array($at % $meter->barTicks(), self::BACKBEATS, true),
            ) => 'Count, and clap 2 and 4. Then give them to the snare.',
            \in_array($first, self::HANDS, true) => 'Keep your hand going like a clock, also where nothing else happens.',
            Instrument::Kick === $first => 'Say the word of the place aloud before you put your foot down.',
            default => 'Say the word of the place aloud, and strike with it.',
        };
    }

    private static function swing(Statement $one): string
    {
        [$has, $asked] = [(float) ($one->values['has'] ?? 50), (float) ($one->values['asked'] ?? 50)];

        return match (true) {
            $asked <= 50 => 'Yours skips. Make all steps equally long.',
            $has <= 50 => 'Yours walks evenly. Think tri-(p)-let, and leave the middle one out.',
            $has < $asked => 'Let the short one wait a little longer.',
            default => 'Let the short one come a little sooner.',
        };
    }

    private static function isLowAndSnare(Statement $one): bool
    {
        $names = array_map(static fn (Instrument $each): string => $each->value, $one->instruments);
        sort($names);

        return ['kick', 'snare'] === $names;
    }
}
