import { ROUTES } from '@humble-churn/contract';
import type { Imported } from '@humble-churn/contract/kitchenFile';
import { EXPORT_PATH, EXPORT_TYPE, IMPORT_PATH, ImportLineSchema } from '@humble-churn/contract/kitchenFile';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ServerRefused, ServerUnreachable, callApi, sendFile } from './apiClient';
import { useOwnIngredients } from './kitchen';
import { clearDevice } from './deviceStorage';
import { useNotebook } from './notebook';
import { usePlans } from './plans';
import { useRecipes } from './recipes';
import { saveFrom } from './savedFile';

/** Whether there is nothing in the kitchen but settings; null while that is not known. */
export function useEmptyKitchen(): boolean | null {
  const { entries } = useNotebook();
  const all = [
    entries,
    useRecipes('in-use').data,
    useRecipes('away').data,
    usePlans().data,
    useOwnIngredients().data,
  ];
  return all.includes(undefined) ? null : all.every((some) => some?.length === 0);
}

/** Has the browser fetch the whole kitchen as a file. */
export function useExport() {
  return useMutation({
    // The browser says nothing of a file that it cannot fetch.
    mutationFn: () => callApi(ROUTES.health),
    onSuccess: () => saveFrom(EXPORT_PATH),
  });
}

/** Takes a kitchen in from a file; says how far it is. What came of it is told even where the panel is gone by then. */
export function useImport(onImported: (imported: Imported) => void) {
  const client = useQueryClient();
  const [progress, setProgress] = useState<{ batches: number; of: number } | null>(null);
  const mutation = useMutation({
    retry: false,
    mutationFn: async (file: File): Promise<Imported> => {
      setProgress(null);
      let imported: Imported | null = null;
      const zip = new Blob([file], { type: EXPORT_TYPE });
      await sendFile(IMPORT_PATH, zip, ImportLineSchema, (line) => {
        if ('problem' in line) throw new ServerRefused(line.problem);
        if ('imported' in line) imported = line.imported;
        else setProgress(line);
      });
      if (!imported) throw new ServerUnreachable();
      return imported;
    },
    onSuccess: (imported) => {
      onImported(imported);
      return client.resetQueries();
    },
  });
  return { ...mutation, progress };
}

/** Kept although the kitchen is deleted: it is about the device. */
const OF_THE_DEVICE = ['humble-churn.colours'];

/** Deletes the kitchen, and what this device kept of it; then begins anew. */
export function useDeleteKitchen() {
  const client = useQueryClient();
  return useMutation({
    retry: false,
    mutationFn: (name: string) => callApi(ROUTES.deleteKitchen, { query: { name } }),
    onSuccess: () => {
      client.clear();
      clearDevice(...OF_THE_DEVICE);
      globalThis.location.assign('/');
    },
  });
}
