import type { ReactNode } from 'react';

export interface FileDropProps {
  /** What the file is to a screen reader. */
  label: string;
  /** Name of the input. */
  name: string;
  /** The largest file that makes sense. */
  maxBytes?: number;
  disabled?: boolean;
  onFile: (file: File) => void;
  /** Called for a file that is larger, and for several at once. */
  onRefused?: () => void;
  /** What stands in it; `choose` opens the device's list of files, and is null until it can. */
  children: (choose: (() => void) | null, fileIsOver: boolean) => ReactNode;
}
