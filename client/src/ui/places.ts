import type { LucideIcon } from './icons';
import { BookOpenText, CalendarDays, ChefHat, Hourglass, Milk, Scale, Settings2 } from './icons';

export interface Place {
  path: string;
  name: string;
  icon: LucideIcon;
  /** Other screens that belong to it. */
  also?: readonly string[];
}

export const PLACES: readonly Place[] = [
  { path: '/', name: 'Now', icon: Hourglass },
  { path: '/bench', name: 'Bench', icon: Scale },
  { path: '/counter', name: 'Counter', icon: ChefHat },
  { path: '/shelf', name: 'Shelf', icon: Milk, also: ['/pulp', '/fridge'] },
  { path: '/notebook', name: 'Notebook', icon: BookOpenText },
  { path: '/days', name: 'Days', icon: CalendarDays },
  { path: '/kitchen', name: 'Kitchen', icon: Settings2 },
];
