<?php

declare(strict_types=1);

namespace Pulsanda\Tests\App;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Pulsanda\App\Format\Cells;
use Pulsanda\App\Format\Csv;
use Pulsanda\App\Format\Ods;
use Pulsanda\App\Format\Table;
use Pulsanda\App\Format\Xlsx;
use Pulsanda\App\Format\Zip;
use Pulsanda\Core\Input\InvalidInput;

/** A table is the same whether it is CSV or a spreadsheet of either kind. */
final class TableTest extends TestCase
{
    private const ROWS = [
        ['Id', 'Name', 'Mark'],
        ['007', 'Anna "Nan" O’Neil', 17.5],
        ['+49', "D'Arcy, <Zoë> & Þóra", 20],
        ['1e5', '', null],
    ];

    #[DataProvider('kinds')]
    public function testWhatIsWrittenIsReadAgain(string $kind, bool $mark = false): void
    {
        $response = Table::response(self::ROWS, $kind, '8a / marks', $mark);
        $bytes = (string) $response->getContent();
        self::assertStringContainsString("8a%20-%20marks.$kind", (string) $response->headers->get('Content-Disposition'));
        self::assertSame($mark, str_starts_with($bytes, "\xEF\xBB\xBF"));
        $read = Table::read($bytes);
        self::assertSame(['Id', 'Name', 'Mark'], $read[1]);
        self::assertSame(['007', 'Anna "Nan" O’Neil', '17.5'], $read[2]);
        self::assertSame("D'Arcy, <Zoë> & Þóra", $read[3][1]);
        self::assertSame('1e5', $read[4][0]);
    }

    /** @return iterable<string, array{0: string, 1?: bool}> */
    public static function kinds(): iterable
    {
        yield 'CSV' => ['csv'];
        yield 'CSV with a byte-order mark' => ['csv', true];
        yield 'Office Open XML' => ['xlsx'];
        yield 'OpenDocument' => ['ods'];
    }

    public function testOnlyNumbersAreNumbersInASpreadsheet(): void
    {
        $cells = Cells::table(self::ROWS);
        $sheet = Zip::read(Xlsx::write($cells), 50, 100_000, static fn (string $name): bool => str_contains($name, 'sheet1'), '');
        self::assertStringContainsString('t="inlineStr"><is><t>007</t>', implode('', $sheet));
        self::assertStringContainsString('<v>17.5</v>', implode('', $sheet));
        $content = Zip::read(Ods::write($cells), 50, 100_000, static fn (string $name): bool => 'content.xml' === $name, '');
        self::assertStringContainsString('office:value-type="string"><text:p>007', $content['content.xml']);
        self::assertStringContainsString('office:value="17.5"', $content['content.xml']);
    }

    #[DataProvider('sheets')]
    public function testLinesKeepTheirNumbers(string $kind): void
    {
        $rows = [['Name'], [''], ['Ada'], [''], ['Bo']];
        self::assertSame([1 => ['Name'], 3 => ['Ada'], 5 => ['Bo']], Table::read((string) Table::response($rows, $kind, 'a')->getContent()));
    }

    #[DataProvider('sheets')]
    public function testASheetHasNoMoreLinesThanAListMay(string $kind): void
    {
        $rows = array_map(static fn (int $i): array => ["Person $i"], range(1, Csv::MOST_LINES));
        self::assertCount(Csv::MOST_LINES, Table::read((string) Table::response($rows, $kind, 'a')->getContent()));
        $rows[] = ['One more'];
        $this->expectExceptionObject(InvalidInput::at('line 10001', 'this sheet has more than 10000 lines; split it.'));
        Table::read((string) Table::response($rows, $kind, 'a')->getContent());
    }

    /** @return iterable<string, array{string}> */
    public static function sheets(): iterable
    {
        yield 'Office Open XML' => ['xlsx'];
        yield 'OpenDocument' => ['ods'];
    }

    #[DataProvider('wrong')]
    public function testAFileThatIsNoTableIsRefusedInASentence(string $bytes, string $sentence): void
    {
        $this->expectException(InvalidInput::class);
        $this->expectExceptionMessage($sentence);
        Table::read($bytes);
    }

    /** @return iterable<string, array{string, string}> */
    public static function wrong(): iterable
    {
        yield 'a workbook of an old kind' => ["\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1", 'save it as .xlsx, .ods or .csv'];
        yield 'half a zip' => [substr(Xlsx::write(Cells::table(self::ROWS)), 0, 300), 'This is no .xlsx workbook'];
        yield 'another zip' => [Zip::write(['a.txt' => 'x']), 'There is no sheet in this workbook'];
        yield 'an empty sheet' => [Ods::write(Cells::table([['']])), 'There is nothing on the first sheet'];
        yield 'a sheet that unpacks to far too much' => [
            Zip::write(['xl/worksheets/sheet1.xml' => '<worksheet>'.str_repeat(' ', Cells::MOST_BYTES).'</worksheet>']),
            'more than can be read at once',
        ];
        yield 'too large as it is' => ['PK'.str_repeat('x', Csv::MOST_BYTES), 'larger than 4 MB'];
    }
}
