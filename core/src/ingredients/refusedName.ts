/** Why an ingredient of some name is turned away. */
export type PoisonReason = 'cyanide' | 'raw-bean' | 'toxic-seed';

/**
 * Names of things that are poisonous in a milk, whatever a pack of them looks like: bitter almonds, stone-fruit
 * kernels, raw beans, and the like, in English, German, French, Italian, Spanish, Portuguese and Dutch. Names are
 * compared without accents and case, word by word and, for languages that run words together, as one string.
 */

/** Stems at which an almond's name begins, in these languages. */
const ALMOND = /^(almond|mandel|amande|mandorl|almendra|amendoa|amandel)/;
const BITTER = /^(bitter(e|er|es|en)?|amere?s?|amar[aoei]|amarg[ao]s?|wild|wilde|sauvages?|selvatic[ahe]+)$/;

/** Fruit whose stones or pips hold the same poison, by the stem of its name. */
const STONE_FRUIT = new RegExp(
  `^(${[
    'apricots?|peach(es)?|plums?|prunes?|cherry|cherries|nectarines?|damsons?|sloes?|mahaleb|mahlab|greengages?',
    'apples?|pears?|quinces?|loquats?|stonefruits?|stone-fruits?',
    'aprikosen?|marillen?|pfirsich(e|en)?|pflaumen?|zwetschg?en?|zwetschken?|kirschen?|nektarinen?|schlehen?|mirabellen?',
    'apfel|birnen?|quitten?|steinobst',
    'abricots?|peches?|prunelles?|cerises?|brugnons?|mirabelles?|pommes?|poires?|coings?',
    'albicocc(a|he)|pesc(a|he)|prugn[ae]|susin[ae]|cilieg(ia|ie)|nettarin[ae]|mel[ae]|per[ae]',
    'albaricoques?|melocoton(es)?|duraznos?|ciruelas?|cerezas?|nectarinas?|damascos?|manzanas?|peras?|membrillos?',
    'pessegos?|ameixas?|cerejas?|maca|macas|abrikoos|abrikozen|perziks?|perziken|pruimen?|kersen?|kers',
  ].join('|')})$`,
);
const KERNEL = new RegExp(
  `^(${[
    'kernels?|pits?|stones?|seeds?|pips?',
    'kerne?|kernen|steine?|samen',
    'noyaux?|amandons?|pepins?|graines?|amandes?',
    'noccioli?|semi|seme|mandorl[ae]|armellin[ae]',
    'huesos?|semillas?|pepitas?|almendras?|cuescos?',
    'carocos?|sementes?|amendoas?|pitten|pit|zaden',
  ].join('|')})$`,
);

/** Written as one word: a fruit and its kernel, or bitter and almond. */
const RUN_TOGETHER = [
  /bitter(e|er|es|en)?-?(almond|mandel|amandel)/,
  /(amande|mandorl[ae]|almendra|amendoa)s?-?(amer|amar)/,
  /(?<!pine)(apricot|peach|plum|cherry|nectarine|damson|apple|pear)s?-?(kernel|pit|stone|pip)s?(?![a-z])/,
  /(aprikose|marille|pfirsich|pflaume|zwetschge|zwetschke|kirsch|nektarine|steinobst|apfel|birne)n?-?(kern|stein|samen)/,
  /(abrikoos|abrikozen|perzik|pruim|pruimen|kersen)-?(pit|kern)/,
];

const BEAN = new RegExp(
  `^(${[
    'beans?|soybeans?|soyabeans?|fava|favas|haricots?|feves?|cannellini|borlotti|fagiol[io]|fave',
    'frijol(es)?|judias?|alubias?|habas?|porotos?|habichuelas?|caraotas?|feij(ao|oes)|favas?|boon|bonen|sojabonen',
  ].join('|')})$|^[a-z-]*bohnen?$|^[a-z-]*(bonen|boon)$`,
);
/** Not beans at all, or always roasted: their names say bean. */
const HONEST_BEAN = /cacao|cocoa|kakao|coffee|cafe|caffe|kaffee|koffie|vanil|jelly|carob/;

const TOXIC: readonly (readonly RegExp[])[] = [
  [/^(castor|ricin|ricino|ricinus|rizinus[a-z]*)$/],
  [/^(conkers?|horse-?chestnuts?|buckeyes?|rosskastanien?)$/],
  [/^horse$/, /^chestnuts?$/],
  [/^marrons?$/, /^inde$/],
  [/^castan(a|as|ha|has)$/, /^(indias?|india)$/],
  [/^(ippocastan[oi]|jatropha|areca|betel|betelnut|betelnuss|laburnum|oleander|datura|ginkgo)$/],
];

/** Why an ingredient of this name is turned away; null when it is not. */
export function poisonousName(name: string): PoisonReason | null {
  const plain = name.normalize('NFKD').replace(/\p{M}/gu, '').replace(/ß/g, 'ss').toLowerCase();
  const words = plain.split(/[^\p{L}-]+/u).filter(Boolean);
  const squashed = words.join('');
  const some = (one: RegExp): boolean => words.some((word) => one.test(word));
  if (some(ALMOND) && some(BITTER)) return 'cyanide';
  if (some(STONE_FRUIT) && some(KERNEL)) return 'cyanide';
  if (some(/^stones?$/) && some(/^fruits?$/) && some(/^(kernels?|pits?|seeds?)$/)) return 'cyanide';
  if (some(/^armellin[ae]$/)) return 'cyanide';
  if (RUN_TOGETHER.some((one) => one.test(squashed))) return 'cyanide';
  if (TOXIC.some((row) => row.every(some))) return 'toxic-seed';
  if (some(BEAN) && !HONEST_BEAN.test(squashed)) return 'raw-bean';
  return null;
}
