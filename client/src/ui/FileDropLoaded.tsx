import type { ReactNode } from 'react';
import { useDropzone } from 'react-dropzone';
import { Panel } from './Panel';
import { useColours } from './theme';

interface Props {
  title: string;
  /** What the file is to a screen reader. */
  label: string;
  /** Name of the input. */
  name: string;
  /** The largest file that makes sense. */
  maxBytes: number;
  onFile: (file: File) => void;
  /** Called for a file that is larger, and for several at once. */
  onRefused: () => void;
  /** What stands in it; `choose` opens the device's list of files. */
  children: (choose: () => void) => ReactNode;
}

/** A panel that takes one file, dropped on it or chosen. */
export function FilePanel({ title, label, name, maxBytes, onFile, onRefused, children }: Props) {
  const colour = useColours();
  const { getRootProps, getInputProps, open, isDragActive } = useDropzone({
    multiple: false,
    maxSize: maxBytes,
    noClick: true,
    noKeyboard: true,
    onDropAccepted: ([file]) => file && onFile(file),
    onDropRejected: onRefused,
  });
  return (
    <div {...getRootProps()}>
      <input {...getInputProps()} name={name} aria-label={label} />
      <Panel
        title={title}
        style={isDragActive ? { borderColor: colour.kelp, backgroundColor: colour.kelpSoft } : {}}
      >
        {children(open)}
      </Panel>
    </div>
  );
}
