import type { ItemPack } from '@humble-churn/contract';
import { itemFromPack, itemPackOf } from '@humble-churn/contract';
import type { OwnItem, Refusal } from '@humble-churn/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import type { FieldValues, UseFormReturn } from 'react-hook-form';
import { useToast } from '../../ui/Toast';
import { useAddIngredient, useChangeIngredient } from '../../wire/kitchen';

/** What is corrected, and as what it is known; null where it cannot be read. */
export interface Correcting {
  ingredientKey: string;
  before: OwnItem | null;
}

/** Adds what a pack says, or corrects it, with a way to take it back. `onRefused` is told what cannot be. */
export function useSavePack<P extends ItemPack & FieldValues>(
  form: UseFormReturn<P>,
  correcting: Correcting | null,
  onRefused: (refusal: Refusal) => void,
) {
  const router = useRouter();
  const toast = useToast();
  const add = useAddIngredient();
  const change = useChangeIngredient();
  // What was sent may change before the next try; then it is another thing and gets another key.
  const [key, setKey] = useState(() => crypto.randomUUID());
  const onError = (): void => setKey(crypto.randomUUID());
  const save = form.handleSubmit((pack) => {
    const made = itemFromPack(pack, 'own-new');
    if (!made.ok) {
      onRefused(made.refusal);
      return;
    }
    const again = crypto.randomUUID();
    if (correcting !== null) {
      const { ingredientKey, before } = correcting;
      const onSuccess = (): void => {
        toast({
          words: `${pack.name} is corrected. What was made with it before keeps it as it was.`,
          ...(before && {
            undo: () => change.mutate({ ingredientKey, before, pack: itemPackOf(before), key: again }),
          }),
        });
        router.navigate('/kitchen');
      };
      change.mutate({ ...correcting, pack, key }, { onSuccess, onError });
      return;
    }
    const onSuccess = (ingredientKey: string): void => {
      const before = { ...made.value, key: ingredientKey };
      toast({
        words: `${pack.name} is among the ingredients now.`,
        undo: () => change.mutate({ ingredientKey, before, archived: true, key: again }),
      });
      router.navigate('/bench');
    };
    add.mutate({ pack, key }, { onSuccess, onError });
  });
  return {
    save: () => void save(),
    failed: add.error ?? change.error,
    busy: add.isPending || change.isPending,
  };
}
