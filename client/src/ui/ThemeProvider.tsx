import type { ReactNode } from 'react';
import { useMemo, useState } from 'react';
import { useDeviceIsDark } from './deviceTheme';
import type { ThemeChoice } from './theme';
import { ThemeContext, paletteOf } from './theme';

const KEPT_AS = 'humble-churn.colours';

function kept(): ThemeChoice {
  try {
    const value = localStorage.getItem(KEPT_AS);
    return value === 'light' || value === 'dark' ? value : 'system';
  } catch {
    return 'system';
  }
}

/** Light, dark, or as the device says; remembered on this device. */
export function ThemeProvider({ children }: { children: ReactNode }) {
  const [choice, setChoice] = useState(kept);
  const colour = paletteOf(choice, useDeviceIsDark());
  const value = useMemo(
    () => ({
      choice,
      colour,
      choose: (next: ThemeChoice): void => {
        setChoice(next);
        try {
          localStorage.setItem(KEPT_AS, next);
        } catch {
          // Without storage the choice lasts as long as the page.
        }
      },
    }),
    [choice, colour],
  );
  return <ThemeContext.Provider value={value}>{children}</ThemeContext.Provider>;
}
