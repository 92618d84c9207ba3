import type { ReactNode } from 'react';
import { useMemo } from 'react';
import { MeasuresContext, USUAL_MEASURES } from './measures';
import { useKitchen } from '../wire/kitchen';

/** Tells every field and figure how the kitchen measures, as soon as that is known. */
export function MeasuresProvider({ children }: { children: ReactNode }) {
  const { data } = useKitchen();
  const { measures, cupSystem, spoonSystem, locale } = data ?? USUAL_MEASURES;
  const value = useMemo(
    () => ({ measures, cupSystem, spoonSystem, locale }),
    [measures, cupSystem, spoonSystem, locale],
  );
  return <MeasuresContext value={value}>{children}</MeasuresContext>;
}
