import type { KitchenPatch, KitchenSettings } from '@humble-churn/contract';
import { KitchenSettingsSchema, patchedSettings } from '@humble-churn/contract';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { useToast } from '../../ui/Toast';
import type { KnownKitchen } from '../../wire/kitchen';
import { useChangeKitchen, useWriteDownSettings } from '../../wire/kitchen';
import type { SettingsForm } from './settingsForm';
import { patchBack, settingsPatch } from './settingsPatch';

/** Something chosen is kept at once; something typed when the finger has rested for so long, or left the field, ms. */
const CHOSEN_MS = 200;
const TYPED_MS = 1500;

function isTyping(): boolean {
  return document.activeElement instanceof HTMLInputElement;
}

/**
 * Keeps each setting by itself as soon as it is changed, with a way to take it back. What is wrong is said at its field
 * and keeps nothing else waiting; leaving the screen keeps what was typed. Answers why something was not taken.
 */
export function useAutosave(form: UseFormReturn<SettingsForm>, kitchen: KnownKitchen): string | null {
  const toast = useToast();
  const { mutate } = useChangeKitchen();
  const writeDown = useWriteDownSettings();
  const kept = useRef<KitchenSettings>(KitchenSettingsSchema.parse(kitchen));
  const [trouble, setTrouble] = useState<string | null>(null);

  const send = (patch: KitchenPatch, words: string, undo?: () => void): void => {
    const before = kept.current;
    kept.current = patchedSettings(before, patch);
    mutate(
      { patch, key: crypto.randomUUID() },
      {
        onSuccess: () => {
          setTrouble(null);
          toast({ words, ...(undo && { undo }) });
        },
        onError: ({ message }) => {
          kept.current = before;
          setTrouble(message);
        },
      },
    );
  };
  const save = useEffectEvent((leaving: boolean): void => {
    const { patch, wrong } = settingsPatch(kept.current, form.getValues());
    if (!leaving && wrong.length > 0) void form.trigger(wrong);
    if (!patch) return;
    if (leaving) {
      // A page that closes cannot wait for an answer.
      kept.current = patchedSettings(kept.current, patch);
      writeDown(patch);
      return;
    }
    const back = patchBack(kept.current, patch);
    send(patch, 'Settings saved. Every jar was recalculated.', () => {
      send(back, 'The settings are as before.');
      const { profile, ...settings } = back;
      for (const [name, value] of Object.entries(settings)) form.setValue(name as keyof SettingsForm, value);
      for (const [part, value] of Object.entries(profile ?? {})) {
        form.setValue(`profile.${part as keyof SettingsForm['profile']}`, value);
      }
    });
  });
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const soon = (ms: number): void => {
      clearTimeout(timer);
      timer = setTimeout(() => save(false), ms);
    };
    const { unsubscribe } = form.watch(() => soon(isTyping() ? TYPED_MS : CHOSEN_MS));
    const left = (): void => soon(CHOSEN_MS);
    document.addEventListener('focusout', left);
    const hidden = (): void => save(true);
    window.addEventListener('pagehide', hidden);
    return () => {
      unsubscribe();
      clearTimeout(timer);
      document.removeEventListener('focusout', left);
      window.removeEventListener('pagehide', hidden);
      save(true);
    };
  }, [form]);
  return trouble;
}
