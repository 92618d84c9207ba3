import { QueryClientProvider, useQuery } from '@tanstack/react-query';
import { fireEvent, render, screen, waitFor } from '@testing-library/react-native';
import { Text } from 'react-native';
import { QueryFallback } from '~/ui/QueryFallback';
import { ServerRefused } from '~/wire/apiClient';
import { newQueryClient } from '~/wire/queryClient';

beforeAll(() => {
  // A screen names its page; this environment has none.
  Object.assign(globalThis, { document: { title: '' } });
});

const client = newQueryClient();
// What is kept for a week would keep the run going.
afterAll(() => client.clear());

function Jar({ fetchJar }: { fetchJar: () => Promise<string> }) {
  const jar = useQuery({ queryKey: ['jar'], queryFn: fetchJar });
  if (jar.data === undefined) return <QueryFallback title="Jar" what="the jar" queries={[jar]} />;
  return <Text>{jar.data}</Text>;
}

test('what could not be fetched says why, and is fetched when asked again', async () => {
  const answers = [
    () =>
      Promise.reject(
        new ServerRefused({
          type: 'about:blank',
          title: 'No',
          status: 404,
          code: 'not-found',
          detail: 'No such jar.',
        }),
      ),
    () => Promise.resolve('Almond, 1 L'),
  ];
  render(
    <QueryClientProvider client={client}>
      <Jar fetchJar={() => answers.shift()?.() ?? Promise.reject(new Error('asked once too often'))} />
    </QueryClientProvider>,
  );
  expect(await screen.findByText('No such jar.')).toBeTruthy();
  expect(screen.queryByText('Almond, 1 L')).toBeNull();
  fireEvent.press(screen.getByRole('button', { name: 'Try again' }));
  await waitFor(() => expect(screen.getByText('Almond, 1 L')).toBeTruthy());
  expect(screen.queryByText('No such jar.')).toBeNull();
  expect(answers).toHaveLength(0);
});
