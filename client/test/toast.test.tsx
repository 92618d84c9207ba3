import { fireEvent, render, screen } from '@testing-library/react-native';
import { useEffect } from 'react';
import { ToastHost, ToastPlace, useToast } from '~/ui/Toast';

function Says({ onUndo }: { onUndo: (what: string) => void }) {
  const toast = useToast();
  useEffect(() => {
    toast({ words: 'Nothing to take back.' });
    for (const what of ['First', 'Second']) toast({ words: `${what} done.`, undo: () => onUndo(what) });
  }, [toast, onUndo]);
  return null;
}

test('Undo takes back the last thing done, and then what was done before it', async () => {
  const undone: string[] = [];
  const onUndo = (what: string): void => void undone.push(what);
  render(
    <ToastHost>
      <Says onUndo={onUndo} />
      <ToastPlace />
    </ToastHost>,
  );
  expect(await screen.findByText('Second done.')).toBeTruthy();
  expect(screen.queryByText('First done.')).toBeNull();
  fireEvent.press(screen.getByLabelText('Undo'));
  expect(undone).toEqual(['Second']);
  expect(await screen.findByText('First done.')).toBeTruthy();
  fireEvent.press(screen.getByLabelText('Undo'));
  expect(undone).toEqual(['Second', 'First']);
  expect(screen.queryByText(/done|take back/)).toBeNull();
});
