<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

/** Beats for paper, and who gets which. */
final class PaperTest extends ApiTestCase
{
    public function testATeacherHasTargetAndClassWithWhatDiffers(): void
    {
        $this->signIn('odile');
        $part = $this->part("Lamplighters' March");
        $target = $this->json($this->get("/api/paper/target/$part"));
        self::assertSame(["Lamplighters' March", 'syllables', ''], [$target['title'], $target['counting'], $this->at($target, 'beats.0.person')]);
        $class = $this->json($this->get("/api/paper/class/$part?counting=steps"));
        self::assertSame(['steps', 13], [$class['counting'], \count((array) $class['beats'])]);
        self::assertSame('17', $this->at($class, 'beats.0.music.words.16.word'), 'steps go on through bar two');
        $said = array_merge(...array_column((array) $class['beats'], 'said'));
        self::assertContains('Snare: every hit is one sixteenth late.', $said);
        $this->assertProblem(422, 'counting', $this->get("/api/paper/class/$part?counting=fingers"));
        $this->assertProblem(409, 'nothing to print', $this->get('/api/paper/class/'.$this->part('Heron Step')));
    }

    public function testAStudentHasOnlyWhatIsTheirs(): void
    {
        $this->signIn('wren');
        $part = $this->part("Lamplighters' March");
        self::assertSame('Wren', $this->at($this->json($this->get("/api/paper/beat/$part")), 'beats.0.person'));
        self::assertSame(200, $this->get("/api/paper/target/$part")->getStatusCode(), 'a target that is seen');
        self::assertSame(404, $this->get('/api/paper/target/'.$this->part('Ferry Rocker'))->getStatusCode(), 'one that is only heard');
        self::assertSame(404, $this->get("/api/paper/class/$part")->getStatusCode());
        $ines = $this->attempt("Lamplighters' March", 'ines');
        self::assertSame(404, $this->get("/api/paper/attempt/$ines")->getStatusCode());
        $this->signIn('ines');
        $own = $this->json($this->get("/api/paper/attempt/$ines"));
        self::assertSame('Ines Caldeira', $this->at($own, 'beats.0.person'));
    }
}
