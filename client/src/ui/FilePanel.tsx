import type { ReactNode } from 'react';
import { FileDrop } from './FileDrop';
import { Panel } from './Panel';
import type { FileDropProps } from './fileDropProps';
import { useColours } from './theme';

interface Props extends Omit<FileDropProps, 'children'> {
  title: string;
  /** What stands in it; `choose` opens the device's list of files, and is null until it can. */
  children: (choose: (() => void) | null) => ReactNode;
}

/** A panel that takes one file, dropped on it or chosen. */
export function FilePanel({ title, children, ...drop }: Props) {
  const colour = useColours();
  return (
    <FileDrop {...drop}>
      {(choose, fileIsOver) => (
        <Panel
          title={title}
          style={fileIsOver ? { borderColor: colour.kelp, backgroundColor: colour.kelpSoft } : {}}
        >
          {children(choose)}
        </Panel>
      )}
    </FileDrop>
  );
}
