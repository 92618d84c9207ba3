import { Suspense, lazy } from 'react';
import type { FileDropProps } from './fileDropProps';

const FileDropLoaded = lazy(() => import('./FileDropLoaded'));

/** Takes one file, dropped on it or chosen. What reads a drop is loaded with the first that is shown. */
export function FileDrop(props: FileDropProps) {
  return (
    <Suspense fallback={props.children(null, false)}>
      <FileDropLoaded {...props} />
    </Suspense>
  );
}
