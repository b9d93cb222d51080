<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use Pulsanda\App\Format\Csv;
use Pulsanda\App\Job\MailReset;
use Pulsanda\App\Job\MailResetHandler;
use Pulsanda\App\Language\Catalogues;
use Pulsanda\App\Language\Tag;
use Pulsanda\App\Mail\Mailbox;
use Symfony\Component\HttpFoundation\Request;

/** The same stored work is told to each reader in their own language. */
final class LanguageTest extends ApiTestCase
{
    private const MARCH = "Lamplighters' March";

    public function testOneResultReadsGermanToTheTeacherAndArabicToTheStudent(): void
    {
        $part = $this->part(self::MARCH);
        $this->signIn('odile');
        self::assertSame(200, $this->send('PUT', '/api/language', ['language' => 'de'])->getStatusCode());
        self::assertSame('de', $this->json($this->get('/api/session'))['language']);
        $attempt = $this->one("SELECT t.id FROM attempt t JOIN account s ON s.id = t.student_id WHERE s.sign_in = 'amara' AND t.part_id = ?", $part);
        $german = $this->json($this->get("/api/attempts/$attempt"));
        self::assertSame('Snare: Jeder Schlag kommt eine Sechzehntel zu spät.', $this->at($german, 'result.statements.0.text'));
        self::assertStringContainsString('Zählsilbe', $this->text((array) $this->at($german, 'result.statements.0'), 'hint'));
        self::assertContains('Bassdrum', array_column((array) $this->json($this->get('/api/catalogue'))['instruments'], 'label'));
        $this->send('POST', "/api/attempts/$attempt/return", ['mark' => 16, 'text' => 'Gut.']);
        self::assertStringContainsString('Zählzeit 1', $this->text((array) $this->at($german, 'music.words.0'), 'say'));

        $this->signIn('amara');
        $this->send('PUT', '/api/language', ['language' => 'ar']);
        $arabic = $this->json($this->get("/api/attempts/$attempt"));
        self::assertSame('السنير: كل ضربة بتأخير دوبل كروش واحدة.', $this->at($arabic, 'result.statements.0.text'));
        $page = (string) $this->get('/')->getContent();
        self::assertTrue(str_contains($page, '<html lang="ar" dir="rtl">') || str_contains($page, 'not built yet'));
        $this->send('PUT', '/api/language', ['language' => null]);
        self::assertSame('en-US', $this->json($this->get('/api/session'))['language']);
    }

    public function testTheShelfSpeaksTheReadersLanguageAndATaskIsSetInIt(): void
    {
        $this->signIn('odile');
        $this->send('PUT', '/api/language', ['language' => 'de']);
        $shelf = $this->json($this->get('/api/shelf'));
        self::assertContains('Synkopierte Bassdrum', array_column((array) $shelf['lessons'], 'name'));
        $items = array_column((array) $shelf['items'], null, 'key');
        self::assertStringStartsWith('Hör auf ', $this->text((array) $items['groove:heron'], 'listen'));
        self::assertSame(['Kuba'], ((array) $items['groove:son-clave-three-two'])['tags']);
        self::assertContains('aufgenommene Besen, klein und trocken', array_column((array) $this->json($this->get('/api/catalogue'))['kits'], 'about'));
        $made = $this->json($this->send('POST', '/api/shelf/task:light-the-lamps/assignment', ['courseId' => $this->course()]));
        self::assertStringContainsString('Bassdrum auf 1 und 3', $this->one('SELECT brief FROM assignment WHERE id = ?', $this->text($made, 'id')));
        self::assertStringStartsWith('Hör auf ', $this->text($this->json($this->get('/api/paper/shelf/groove:heron')), 'brief'));
        $this->send('PUT', '/api/language', ['language' => null]);
    }

    public function testTheSchoolsLanguageHoldsForWhoHasChosenNone(): void
    {
        $this->signIn('marit');
        $school = ['name' => 'Saltmarsh', 'zone' => 'Europe/Berlin', 'language' => 'fr', 'counting' => 'syllables', 'points' => 20, 'keepYears' => null];
        self::assertSame(204, $this->send('PUT', '/api/school', $school)->getStatusCode());
        self::assertSame('fr', $this->json($this->get('/api/school'))['language']);
        $this->signIn('wren');
        self::assertSame('fr', $this->json($this->get('/api/session'))['language']);
        self::assertNull($this->at($this->json($this->get('/api/session')), 'account.language'));
    }

    public function testARefusalHasACodeAndIsSaidInTheReadersLanguage(): void
    {
        $this->signIn('odile');
        $english = $this->json($this->send('PUT', "/api/courses/{$this->course()}", ['lesson' => ['day' => 3, 'time' => 'noon']]));
        self::assertSame('class.lessonTime', $english['code']);
        $this->send('PUT', '/api/language', ['language' => 'de']);
        $german = $this->json($this->send('PUT', "/api/courses/{$this->course()}", ['lesson' => ['day' => 3, 'time' => 'noon']]));
        self::assertSame(['class.lessonTime', 'lesson.time: hier ist eine Uhrzeit wie "14:30" nötig.'], [$german['code'], $german['detail']]);
        $this->signIn('wren');
        $this->send('PUT', '/api/language', ['language' => 'ar']);
        $arabic = $this->json($this->send('POST', '/api/password', ['old' => 'not it', 'password' => 'a sentence of mine']));
        self::assertSame(['password.notOld', 'ليست كلمة مرورك الحالية؛ اكتبها ثانيةً.'], [$arabic['code'], $arabic['detail']]);
        $gone = $this->json($this->get('/api/parts/00000000-0000-4000-8000-000000000000/bench'));
        self::assertSame(['notHere', 'هذا غير موجود أو ليس لك أن تراه.'], [$gone['code'], $gone['detail']]);
        $this->send('PUT', '/api/language', ['language' => null]);
    }

    public function testMailsAndListsComeInTheReadersLanguage(): void
    {
        $this->signIn('odile');
        $this->send('PUT', '/api/language', ['language' => 'de']);
        $csv = array_values(Csv::read((string) $this->get("/api/courses/{$this->course()}/term.csv")->getContent()));
        self::assertSame(['Schüler', 'Nachname', 'Vorname', 'Benutzername', 'Kennung', 'Foghorn Shuffle (von 20)'], \array_slice($csv[0], 0, 6));
        self::assertContains('nicht bewertet', array_column($csv, 5));
        ($this->service(MailResetHandler::class))(new MailReset('odile', 'https://drums.example'));
        $mail = $this->service(Mailbox::class)->read()[0];
        self::assertSame('Ein neues Passwort für Pulsanda', $mail['subject']);
        self::assertStringContainsString('mit diesem Link wählst du ein neues Passwort', $mail['text']);
    }

    public function testAnUnknownLanguageIsRefusedAndNotToldBack(): void
    {
        $this->signIn('wren');
        foreach (['tlh', '<b>de</b>', 'DE', ''] as $tag) {
            $answer = $this->send('PUT', '/api/language', ['language' => $tag]);
            $this->assertProblem(422, 'language', $answer);
            self::assertTrue('' === $tag || !str_contains((string) $answer->getContent(), "\"$tag\"") && !str_contains((string) $answer->getContent(), 'tlh'));
        }
    }

    public function testAMissingMessageIsSaidInEnglish(): void
    {
        $catalogues = static::getContainer()->get(Catalogues::class);
        self::assertInstanceOf(Catalogues::class, $catalogues);
        self::assertSame('no.such.message', $catalogues->say(Tag::German, 'no.such.message'));
        self::assertSame('Takt 2', $catalogues->say(Tag::German, 'bars.one', ['bar' => 2]));
        self::assertSame('bar 2', $catalogues->say(Tag::BritishEnglish, 'bars.one', ['bar' => 2]), 'British reads what American does not say otherwise');
    }

    #[DataProvider('headers')]
    public function testBeforeSigningInTheBrowserIsAsked(string $accepts, ?string $tag): void
    {
        $request = Request::create('/', server: ['HTTP_ACCEPT_LANGUAGE' => $accepts]);
        self::assertSame($tag, Tag::accepted($request->getLanguages())?->value);
    }

    /** @return iterable<string, array{string, ?string}> */
    public static function headers(): iterable
    {
        yield 'Austrian' => ['de-AT,de;q=0.9,en;q=0.8', 'de'];
        yield 'weights count' => ['en;q=0.3, fr-CA;q=0.7', 'fr'];
        yield 'Irish English is American here' => ['en-IE', 'en-US'];
        yield 'British' => ['en-GB,en;q=0.9', 'en-GB'];
        yield 'one that is not known' => ['tlh, nl', null];
        yield 'nothing' => ['', null];
        yield 'nonsense' => [str_repeat(',;q=;;', 400), null];
    }
}
