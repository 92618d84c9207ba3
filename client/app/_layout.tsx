// First: it sets how schemas are parsed before any is made.
import '@humble-churn/contract';
import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client';
import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
import { StatusBar } from 'expo-status-bar';
import { useState } from 'react';
import { StepAlerts } from '~/features/counter/StepAlerts';
import { StepUnderWay } from '~/features/counter/StepUnderWay';
import { PairScreen } from '~/features/phones';
import { Shell } from '~/ui/Shell';
import { ThemeProvider } from '~/ui/ThemeProvider';
import { ToastHost } from '~/ui/Toast';
import { MeasuresProvider } from '~/ui/MeasuresProvider';
import { ServerMonitor } from '~/wire/ServerMonitor';
import { useLetIn } from '~/wire/letIn';
import { isKept, keptCache } from '~/wire/keptCache';
import { KEPT_FOR_MS, newQueryClient } from '~/wire/queryClient';
import { sendWaiting } from '~/wire/sending';
import SansRegular from '@fontsource/alegreya-sans/files/alegreya-sans-latin-400-normal.woff2';
import SansBold from '@fontsource/alegreya-sans/files/alegreya-sans-latin-700-normal.woff2';
import PetronaSemibold from '@fontsource/petrona/files/petrona-latin-600-normal.woff2';

export default function Layout() {
  const letIn = useLetIn();
  const [client] = useState(newQueryClient);
  const [persister] = useState(keptCache);
  // Text shows in the device's own face until these have arrived; nothing waits for them.
  useFonts({ HumbleText: SansRegular, HumbleStrong: SansBold, HumbleTitle: PetronaSemibold });
  return (
    <PersistQueryClientProvider
      client={client}
      persistOptions={{
        persister,
        maxAge: KEPT_FOR_MS,
        dehydrateOptions: { shouldDehydrateQuery: isKept, shouldDehydrateMutation: () => false },
      }}
      onSuccess={() => sendWaiting(client)}
    >
      <ThemeProvider>
        <StatusBar style="auto" />
        {letIn === 'yes' ? <Kitchen /> : <PairScreen letIn={letIn} />}
      </ThemeProvider>
    </PersistQueryClientProvider>
  );
}

function Kitchen() {
  return (
    <>
      <ServerMonitor />
      <StepAlerts />
      <ToastHost>
        <MeasuresProvider>
          <Shell underWay={(rail) => <StepUnderWay rail={rail} />}>
            <Slot />
          </Shell>
        </MeasuresProvider>
      </ToastHost>
    </>
  );
}
