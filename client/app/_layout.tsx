import { QueryClientProvider } from '@tanstack/react-query';
import { useFonts } from 'expo-font';
import { Slot } from 'expo-router';
import { StatusBar } from 'expo-status-bar';
import { useState } from 'react';
import { Shell } from '~/ui/Shell';
import { ThemeProvider } from '~/ui/ThemeProvider';
import { ToastHost } from '~/ui/Toast';
import { newQueryClient } from '~/wire/queries';
import SansRegular from '@fontsource/alegreya-sans/files/alegreya-sans-latin-400-normal.woff2';
import SansBold from '@fontsource/alegreya-sans/files/alegreya-sans-latin-700-normal.woff2';
import PetronaSemibold from '@fontsource/petrona/files/petrona-latin-600-normal.woff2';

export default function Layout() {
  const [client] = useState(newQueryClient);
  // Text shows in the device's own face until these have arrived; nothing waits for them.
  useFonts({ HumbleText: SansRegular, HumbleStrong: SansBold, HumbleTitle: PetronaSemibold });
  return (
    <QueryClientProvider client={client}>
      <ThemeProvider>
        <StatusBar style="auto" />
        <ToastHost>
          <Shell>
            <Slot />
          </Shell>
        </ToastHost>
      </ThemeProvider>
    </QueryClientProvider>
  );
}
