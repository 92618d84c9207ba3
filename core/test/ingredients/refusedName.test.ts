import type { PoisonReason } from '../../src';
import { poisonousName } from '../../src';

/** By reason, in seven languages, apart and run together, with and without accents. */
const REFUSED: Readonly<Record<PoisonReason, readonly string[]>> = {
  cyanide: [
    'Bitter almonds',
    'Bitteralmond',
    'almond, bitter',
    'Wild almond',
    'sweet and bitter almonds',
    'Mandorla amara',
    'Mandorle amare',
    'amande amère',
    'Amandes ameres',
    'Bittermandel',
    'Bittermandeln',
    'bittere Mandeln',
    'almendra amarga',
    'Almendras amargas',
    'amêndoas amargas',
    'bittere amandelen',
    'Apricot kernels',
    'apricotkernels',
    'Peach stones',
    'plum pits',
    'Cherry stones',
    'stone-fruit kernels',
    'Apple seeds',
    'Aprikosenkerne',
    'Marillenkerne',
    'Pfirsichkerne',
    'Pflaumenkerne',
    'Kirschkerne',
    'noyaux d’abricot',
    'amandes d’abricot',
    'noyau de pêche',
    'noyaux de cerise',
    'noccioli di albicocca',
    'Armelline',
    'noccioli di pesca',
    'semillas de albaricoque',
    'huesos de melocotón',
    'hueso de ciruela',
    'caroços de pêssego',
    'abrikozenpitten',
  ],
  'raw-bean': [
    'Raw kidney beans',
    'Kidney beans',
    'Kidneybohnen',
    'lima beans',
    'black beans',
    'soybeans',
    'Gartenbohnen',
    'haricots rouges',
    'fagioli borlotti',
    'frijoles negros',
    'judías blancas',
    'feijão preto',
    'bruine bonen',
  ],
  'toxic-seed': ['castor', 'Castor beans', 'Horse chestnut', 'Rosskastanien', 'marrons d’Inde', 'Betel nut'],
};

/** English, German, French, Italian, Spanish: names a pack may honestly bear. */
const HONEST = [
  'Sweet almonds',
  'Almond kernels',
  'Bittersweet chocolate almonds',
  'American almonds',
  'Pumpkin seed kernels',
  'Sunflower seeds',
  'Watermelon seeds',
  'Hemp hearts',
  'Chia seeds',
  'Tiger nuts',
  'Pine nuts',
  'Cocoa beans',
  'Vanilla bean',
  'Coffee beans',
  'Peanuts',
  'Sweet chestnuts',
  'Süße Mandeln',
  'Mandeln, gemahlen',
  'Erdmandeln',
  'Cashewkerne',
  'Haselnusskerne',
  'Walnusskerne',
  'Pinienkerne',
  'Kürbiskerne',
  'Sonnenblumenkerne',
  'Kakaobohnen',
  'amandes douces',
  'amandes effilées',
  'noix de cajou',
  'noisettes',
  'pignons de pin',
  'graines de courge',
  'graines de tournesol',
  'fèves de cacao',
  'mandorle dolci',
  'nocciole',
  'anacardi',
  'pinoli',
  'semi di zucca',
  'semi di lino',
  'almendras dulces',
  'avellanas',
  'nueces',
  'piñones',
  'pepitas de calabaza',
  'pipas de girasol',
  'semillas de chía',
];

const REFUSALS = Object.entries(REFUSED).flatMap(([why, names]) => names.map((name) => [name, why] as const));

test.each(REFUSALS)('“%s” is refused: %s', (name, why) => {
  expect(poisonousName(name)).toBe(why);
  expect(poisonousName(`  ${name.toUpperCase()} `)).toBe(why);
});

test.each(HONEST)('“%s” is taken', (name) => {
  expect(poisonousName(name)).toBeNull();
});

test('the lists are as long as they are promised to be', () => {
  expect(new Set(HONEST).size).toBeGreaterThanOrEqual(40);
  expect(REFUSALS.length).toBeGreaterThanOrEqual(50);
});
