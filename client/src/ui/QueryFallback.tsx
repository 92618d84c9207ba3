import { RefreshCw } from './icons';
import { ActivityIndicator, StyleSheet, View } from 'react-native';
import { Button } from './Button';
import { Notice } from './Notice';
import { Screen } from './Screen';
import { AppText } from './AppText';
import { SPACE, useColours } from './theme';

/** While something is being fetched. */
function Waiting({ what }: { what: string }) {
  const colour = useColours();
  return (
    <View style={styles.waiting} aria-live="polite">
      <ActivityIndicator color={colour.kelp} />
      <AppText tone="soft">Fetching {what}…</AppText>
    </View>
  );
}

/** When it could not be fetched: the reason in words, and another try. */
function Failed({ error, retry }: { error: Error; retry: () => void }) {
  return (
    <Notice kind="error" action={<Button label="Try again" icon={RefreshCw} onPress={retry} />}>
      {error.message}
    </Notice>
  );
}

interface Fetched {
  error: Error | null;
  data: unknown;
  refetch: () => Promise<unknown>;
}

/** A screen whose data is not there yet: being fetched, or failed with another try. */
export function QueryFallback({
  title,
  what,
  queries,
}: {
  title: string;
  what: string;
  queries: readonly Fetched[];
}) {
  const failed = queries.filter((query) => query.error && query.data === undefined);
  const error = failed[0]?.error;
  return (
    <Screen title={title}>
      {error ? (
        <Failed error={error} retry={() => failed.forEach((query) => void query.refetch())} />
      ) : (
        <Waiting what={what} />
      )}
    </Screen>
  );
}

const styles = StyleSheet.create({
  waiting: { flexDirection: 'row', gap: SPACE.medium, padding: SPACE.wide, alignItems: 'center' },
});
