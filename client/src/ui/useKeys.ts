import { useEffect, useEffectEvent } from 'react';

function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName);
}

/** Whether a dialog is open: no key acts on what lies behind it. */
export function isDialogOpen(): boolean {
  return document.querySelector('[aria-modal=true]') !== null;
}

/** Whether the key belongs to what has the focus: a button is pressed by the space bar, a slider moved by arrows. */
function isTaken(event: KeyboardEvent): boolean {
  const { target, key } = event;
  if (!(target instanceof HTMLElement)) return false;
  const role = target.getAttribute('role') ?? '';
  if (key === ' ') return /^(button|checkbox|radio|link|switch)$/.test(role) || target.tagName === 'BUTTON';
  return key.startsWith('Arrow') && /^(slider|radio|spinbutton)$/.test(role);
}

/**
 * Keys of a screen, before those that work everywhere. `press` answers whether the key was for it; what is being
 * typed into a field never is.
 */
export function useKeys(press: (key: string) => boolean): void {
  const onKey = useEffectEvent((event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target) || isTaken(event)) return;
    if (isDialogOpen()) return;
    if (!press(event.key)) return;
    event.stopImmediatePropagation();
    // A digit goes on into the field that has just been given the focus.
    if (!/^\d$/.test(event.key)) event.preventDefault();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => onKey(event);
    window.addEventListener('keydown', listen, { capture: true });
    return () => window.removeEventListener('keydown', listen, { capture: true });
  }, []);
}
