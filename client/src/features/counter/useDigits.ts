import { useRef } from 'react';
import type { TextInput } from 'react-native';
import { useKeys } from '../../ui/useKeys';

/** Digits go into the weighing field, wherever the focus is. */
export function useDigits() {
  const focusRef = useRef<TextInput>(null);
  useKeys((key) => {
    if (!/^\d$/.test(key) || !focusRef.current) return false;
    focusRef.current.focus();
    return true;
  });
  return { focusRef };
}
