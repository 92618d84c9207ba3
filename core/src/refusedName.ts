/**
 * Names of things that are poisonous in a milk, whatever a pack of them looks like: bitter almonds, stone-fruit
 * kernels, raw beans, and the like. Matched on whole words, in any order of the words.
 */
const POISONOUS: readonly { words: readonly RegExp[]; why: 'cyanide' | 'raw-bean' | 'toxic-seed' }[] = [
  { words: [/^bitter$/, /^almonds?$/], why: 'cyanide' },
  {
    words: [
      /^(apricots?|peach(es)?|plums?|cherry|cherries|apples?|pears?|nectarines?|damsons?|mahaleb|mahlab)$/,
      /^(kernels?|pits?|stones?|seeds?|pips?)$/,
    ],
    why: 'cyanide',
  },
  { words: [/^wild$/, /^almonds?$/], why: 'cyanide' },
  { words: [/^(stonefruit|stone-fruit)$/, /^(kernels?|pits?|seeds?)$/], why: 'cyanide' },
  { words: [/^stone$/, /^fruits?$/, /^(kernels?|pits?|seeds?)$/], why: 'cyanide' },
  { words: [/^(raw|dry|dried)$/, /^(beans?|soybeans?)$/], why: 'raw-bean' },
  {
    words: [/^(kidney|lima|castor|butter|broad|fava|runner|navy|borlotti|pinto)$/, /^beans?$/],
    why: 'raw-bean',
  },
  { words: [/^(castor|ricin)$/], why: 'toxic-seed' },
  { words: [/^(conkers?|horse-?chestnuts?|buckeyes?)$/], why: 'toxic-seed' },
  { words: [/^horse$/, /^chestnuts?$/], why: 'toxic-seed' },
];

/** Why an ingredient of this name is turned away; null when it is not. */
export function poisonousName(name: string): 'cyanide' | 'raw-bean' | 'toxic-seed' | null {
  const words = name
    .toLowerCase()
    .split(/[^\p{L}-]+/u)
    .filter(Boolean);
  const hit = POISONOUS.find((row) => row.words.every((one) => words.some((word) => one.test(word))));
  return hit?.why ?? null;
}
