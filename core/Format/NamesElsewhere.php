<?php

declare(strict_types=1);

namespace Pulsanda\Core\Format;

/** What music teachers call instruments in German, French, Spanish and Arabic, so that typed rows are read in these languages too. */
final readonly class NamesElsewhere
{
    /** By instrument, in small letters. */
    public const NAMES = [
        'kick' => ['bassdrum', 'große trommel', 'basstrommel', 'grosse caisse', 'bombo', 'الباص درم'],
        'kick-2' => ['zweite bassdrum', 'deuxième grosse caisse', 'segundo bombo', 'الباص درم الثاني'],
        'snare' => ['kleine trommel', 'snaredrum', 'caisse claire', 'caja', 'tarola', 'السنير'],
        'snare-2' => ['zweite snare', 'deuxième caisse claire', 'segunda caja', 'السنير الثاني'],
        'side-stick' => ['rimklick', 'cross-stick', 'baguette sur le bord', 'aro', 'sidestick', 'golpe de aro', 'السايد ستيك'],
        'clap' => ['klatschen', 'claquement', 'palmada', 'palmas', 'frappé de mains', 'التصفيق'],
        'closed-hat' => [
            'hi-hat geschlossen', 'geschlossene hi-hat', 'charleston', 'charley', 'charleston fermé', 'charles', 'platillo charles',
            'charles cerrado', 'الهاي هات المغلق',
        ],
        'pedal-hat' => [
            'getretene hi-hat', 'charleston au pied', 'charles con pie', 'hi-hat mit dem fuß', 'charles con pedal', 'الهاي هات بالقدم',
        ],
        'open-hat' => ['hi-hat offen', 'offene hi-hat', 'charleston ouvert', 'charles abierto', 'الهاي هات المفتوح'],
        'low-floor-tom' => ['tiefes standtom', 'tom basse grave', 'goliat grave', 'الفلور توم الغليظ'],
        'floor-tom' => ['stand-tom', 'standtom', 'tom basse', 'tom base', 'tom de piso', 'goliat', 'الفلور توم'],
        'low-tom' => ['tiefes tom', 'tom grave', 'التوم الغليظ'],
        'low-mid-tom' => ['tiefes mitteltom', 'tom médium grave', 'tom medio grave', 'التوم المتوسط الغليظ'],
        'high-mid-tom' => ['hohes mitteltom', 'tom médium aigu', 'tom medio agudo', 'التوم المتوسط الحاد'],
        'high-tom' => ['hohes tom', 'tom aigu', 'tom alto', 'tom agudo', 'التوم الحاد'],
        'crash' => ['crash-becken', 'cymbale crash', 'platillo crash', 'الكراش'],
        'crash-2' => ['zweites crash', 'deuxième crash', 'segundo crash', 'الكراش الثاني'],
        'ride' => ['ride-becken', 'cymbale ride', 'platillo ride', 'الرايد'],
        'ride-bell' => ['ride-kuppe', 'cloche de ride', 'campana del ride', 'جرس الرايد'],
        'china' => ['cymbale chinoise', 'الصنج الصيني'],
        'splash' => ['السبلاش'],
        'tambourine' => ['schellenkranz', 'tambour de basque', 'pandereta', 'tambourin', 'الرق'],
        'cowbell' => ['kuhglocke', 'cloche', 'cencerro', 'cloche à vache', 'الكاوبل'],
        'vibraslap' => ['الفيبراسلاب'],
        'high-bongo' => ['hohe bongo', 'bongo aigu', 'bongó agudo', 'البونغو الحاد'],
        'low-bongo' => ['tiefe bongo', 'bongo grave', 'bongó grave', 'البونغو الغليظ'],
        'mute-conga' => ['gedämpfte conga', 'conga étouffée', 'conga tapada', 'الكونغا المكتومة'],
        'open-conga' => ['offene conga', 'conga ouverte', 'conga abierta', 'الكونغا المفتوحة'],
        'low-conga' => ['tiefe conga', 'conga grave', 'tumbadora', 'الكونغا الغليظة'],
        'high-timbale' => ['hohe timbale', 'timbale aiguë', 'timbal agudo', 'التيمبال الحاد'],
        'low-timbale' => ['tiefe timbale', 'timbale grave', 'timbal grave', 'التيمبال الغليظ'],
        'high-agogo' => ['hohe agogo', 'agogo aigu', 'agogó agudo', 'الأغوغو الحاد'],
        'low-agogo' => ['tiefe agogo', 'agogo grave', 'agogó grave', 'الأغوغو الغليظ'],
        'cabasa' => ['الكاباسا'],
        'maracas' => ['الماراكاس'],
        'shaker' => ['rassel', 'الشيكر'],
        'short-whistle' => ['kurze pfeife', 'sifflet court', 'silbato corto', 'الصفارة القصيرة'],
        'long-whistle' => ['lange pfeife', 'sifflet long', 'silbato largo', 'الصفارة الطويلة'],
        'short-guiro' => ['kurzer guiro', 'güiro court', 'güiro corto', 'الغويرو القصير'],
        'long-guiro' => ['langer guiro', 'güiro long', 'güiro largo', 'الغويرو الطويل'],
        'claves' => ['الكلافيس'],
        'high-woodblock' => ['hoher holzblock', 'wood-block aigu', 'caja china aguda', 'الوود بلوك الحاد'],
        'low-woodblock' => ['tiefer holzblock', 'wood-block grave', 'caja china grave', 'الوود بلوك الغليظ'],
        'mute-cuica' => ['gedämpfte cuica', 'cuica étouffée', 'cuica tapada', 'الكويكا المكتومة'],
        'open-cuica' => ['offene cuica', 'cuica ouverte', 'cuica abierta', 'الكويكا المفتوحة'],
        'mute-triangle' => ['gedämpfte triangel', 'triangle étouffé', 'triángulo tapado', 'المثلث المكتوم'],
        'open-triangle' => ['triangel', 'triangle ouvert', 'triángulo', 'offene triangel', 'triángulo abierto', 'المثلث المفتوح'],
        'snap' => ['fingerschnipsen', 'claquement de doigts', 'chasquido', 'طقة الأصابع'],
    ];
}
