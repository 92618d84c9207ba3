import type { ReactNode } from 'react';
import { createContext, use, useMemo, useState } from 'react';
import { z } from 'zod';

/** The decisions of the bench, in the order of the cook. */
export const SECTIONS = [
  'purpose',
  'nut',
  'amount',
  'ratio',
  'soak',
  'skins',
  'blend',
  'strain',
  'finish',
  'drinkers',
  'name',
] as const;

export type Section = (typeof SECTIONS)[number];

/** What each decision is called. */
export const SECTION_TITLES: Readonly<Record<Section, string>> = {
  purpose: 'What for',
  nut: 'Nut or seed',
  amount: 'How much',
  ratio: 'Water to nuts',
  soak: 'Soak',
  skins: 'Skins',
  blend: 'Blend',
  strain: 'Strain',
  finish: 'Finish',
  drinkers: 'Who drinks it',
  name: 'Name and keep',
};

const SectionSchema = z.enum(SECTIONS);
/** On a phone one at a time is open; beside the jar all are but those that the cook has closed. */
const KeptSchema = z.object({ open: SectionSchema.nullable(), closed: z.array(SectionSchema) });
type Kept = z.infer<typeof KeptSchema>;

const KEY = 'humble-churn.bench.sections';
const AT_FIRST: Kept = { open: null, closed: [] };

/** What was open when this tab had the bench last. */
function read(): Kept {
  try {
    return KeptSchema.parse(JSON.parse(sessionStorage.getItem(KEY) ?? 'null'));
  } catch {
    return AT_FIRST;
  }
}

function keep(sections: Kept): void {
  try {
    sessionStorage.setItem(KEY, JSON.stringify(KeptSchema.parse(sections)));
  } catch {
    // A private window may refuse: then it lasts as long as the page.
  }
}

interface OpenSections {
  /** One at a time is open. */
  oneAtATime: boolean;
  /** The one that is; null where several may be, or none is. */
  single: Section | null;
  isOpen: (section: Section) => boolean;
  toggle: (section: Section) => void;
}

const SectionsContext = createContext<OpenSections | null>(null);

export function useSections(): OpenSections {
  const sections = use(SectionsContext);
  if (!sections) throw new Error('useSections is for what stands on the bench.');
  return sections;
}

/** Which sections are open: kept through a reload, and when another screen is looked at meanwhile. */
export function SectionsProvider({ oneAtATime, children }: { oneAtATime: boolean; children: ReactNode }) {
  const [kept, setKept] = useState(read);
  const sections = useMemo((): OpenSections => {
    const set = (next: Kept): void => {
      keep(next);
      setKept(next);
    };
    const { open, closed } = kept;
    return oneAtATime
      ? {
          oneAtATime,
          single: open,
          isOpen: (section) => section === open,
          toggle: (section) => set({ ...kept, open: section === open ? null : section }),
        }
      : {
          oneAtATime,
          single: null,
          isOpen: (section) => !closed.includes(section),
          toggle: (section) =>
            set({
              ...kept,
              closed: closed.includes(section)
                ? closed.filter((one) => one !== section)
                : [...closed, section],
            }),
        };
  }, [kept, oneAtATime]);
  return <SectionsContext value={sections}>{children}</SectionsContext>;
}
