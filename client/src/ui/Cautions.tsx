import { cautionMessage } from '@humble-churn/contract';
import type { Caution } from '@humble-churn/core';
import { Notice } from './Notice';
import { useKitchenWords } from './measures';

/** Somebody must not have it. */
const FORBIDS: ReadonlySet<string> = new Set(['not-for-drinker', 'allergens-unknown']);

/** What can hurt or go wrong, each in a sentence, where the cook acts on it. */
export function Cautions({ cautions }: { cautions: readonly Caution[] }) {
  const words = useKitchenWords();
  return (
    <>
      {cautions.map((caution) => (
        <Notice
          key={`${caution.code}${String(caution.params['key'] ?? caution.params['name'] ?? '')}`}
          kind={FORBIDS.has(caution.code) ? 'error' : 'caution'}
        >
          {words(cautionMessage(caution))}
        </Notice>
      ))}
    </>
  );
}
