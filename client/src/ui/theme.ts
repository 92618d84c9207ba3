import { createContext, useContext } from 'react';

/** Colours by what they are for. Both sets hold AA contrast for text on every ground it is put on. */
const LIGHT = {
  dark: false,
  ground: '#ECF1EC',
  surface: '#FAFCF8',
  sunk: '#DFE7E0',
  ink: '#14241F',
  inkSoft: '#475850',
  line: '#B9C7BD',
  edge: '#72857A',
  kelp: '#0D5748',
  onKelp: '#FFFFFF',
  kelpSoft: '#CFE5DC',
  brass: '#6F4E00',
  brassSoft: '#F4E5BC',
  buoy: '#9C2F17',
  buoySoft: '#F8DBD1',
  milk: '#FFFDF4',
  water: '#AFD3DA',
  glass: '#5F7B74',
  night: '#C9D5CE',
};

export type Palette = typeof LIGHT;

const DARK: Palette = {
  dark: true,
  ground: '#0E1815',
  surface: '#16231E',
  sunk: '#0A120F',
  ink: '#EAF1EB',
  inkSoft: '#A8B9AF',
  line: '#30433A',
  edge: '#7C9287',
  kelp: '#77CDB5',
  onKelp: '#06231B',
  kelpSoft: '#1C4036',
  brass: '#E9C26B',
  brassSoft: '#3A2F12',
  buoy: '#FF9F83',
  buoySoft: '#471C10',
  milk: '#F1ECDB',
  water: '#3C6973',
  glass: '#8FA9A1',
  night: '#1D2C26',
};

export interface Theme {
  colour: Palette;
}

export type ThemeChoice = 'system' | 'light' | 'dark';

export const ThemeContext = createContext<{
  choice: ThemeChoice;
  choose: (choice: ThemeChoice) => void;
  colour: Palette;
}>({ choice: 'system', choose: () => undefined, colour: LIGHT });

/** The colours that a choice comes to on a device that is set to dark, or to light. */
export function paletteOf(choice: ThemeChoice, deviceIsDark: boolean): Palette {
  return (choice === 'system' ? deviceIsDark : choice === 'dark') ? DARK : LIGHT;
}

/** The colours to draw in, by the cook's choice or the device's. */
export function useColours(): Palette {
  return useContext(ThemeContext).colour;
}

/** Steps of space, px. */
export const SPACE = { hair: 2, tight: 4, small: 8, medium: 12, roomy: 16, wide: 24, vast: 40 } as const;

/** Never narrower than its longest word, however large the text is. Only the web knows this of a style. */
export const WORDS_WHOLE: object = { minWidth: 'min-content' };

/** Left free below what scrolls, px: the foot of the screen may say something over it. */
export const FOOT_PX = 80;

/** Smallest touch targets, px: anywhere, and at the counter with wet hands. */
export const TOUCH = { usual: 44, counter: 56 } as const;

/** From this window width the places stand in a rail at the side, and wide screens use two columns. */
export const WIDE_FROM_PX = 900;

const FALLBACK = 'system-ui, sans-serif';
export const FONT = {
  text: `HumbleText, ${FALLBACK}`,
  strong: `HumbleStrong, ${FALLBACK}`,
  title: 'HumbleTitle, Georgia, serif',
} as const;
