import { useRef } from 'react';
import type { GestureResponderEvent, View as ViewType } from 'react-native';

/** Where a finger is in a box: 0 to 1 from its left and from its top; beyond when it has left the box. */
export interface DragPoint {
  x: number;
  y: number;
  /** The box, px. */
  width: number;
  height: number;
}

interface Drag {
  onStart?: (at: DragPoint) => void;
  onMove: (at: DragPoint) => void;
  onEnd?: () => void;
}

// The page must not scroll under a finger that slides. Only the web knows this style.
export const HOLDS_THE_PAGE: object = { touchAction: 'none', userSelect: 'none' };

/** Follows a finger or mouse over a view. The box is measured when it is touched: pages scroll. */
export function useDrag({ onStart, onMove, onEnd }: Drag) {
  const dragRef = useRef<ViewType>(null);
  const box = useRef({ left: 0, top: 0, width: 1, height: 1 });
  const at = (event: GestureResponderEvent): DragPoint => {
    const { left, top, width, height } = box.current;
    const { pageX, pageY } = event.nativeEvent;
    return { x: (pageX - left) / width, y: (pageY - top) / height, width, height };
  };
  return {
    dragRef,
    dragProps: {
      onStartShouldSetResponder: () => true,
      onMoveShouldSetResponder: () => true,
      onResponderTerminationRequest: () => false,
      onResponderGrant: (event: GestureResponderEvent) => {
        const { pageX, pageY } = event.nativeEvent;
        dragRef.current?.measureInWindow((left, top, width, height) => {
          box.current = { left, top, width: Math.max(1, width), height: Math.max(1, height) };
          const first = { x: (pageX - left) / width, y: (pageY - top) / height, width, height };
          onStart?.(first);
          onMove(first);
        });
      },
      onResponderMove: (event: GestureResponderEvent) => onMove(at(event)),
      onResponderRelease: () => onEnd?.(),
      onResponderTerminate: () => onEnd?.(),
    },
  };
}

/** Keys of a slider: arrows by a step, page keys by ten, Home and End to the ends. */
export function slideKeys(
  value: number,
  { min, max, step }: { min: number; max: number; step: number },
  onChange: (value: number) => void,
) {
  return {
    onKeyDown: (event: { key: string; preventDefault: () => void }): void => {
      const by = {
        ArrowRight: step,
        ArrowUp: step,
        ArrowLeft: -step,
        ArrowDown: -step,
        PageUp: step * 10,
        PageDown: -step * 10,
        Home: min - value,
        End: max - value,
      }[event.key];
      if (by === undefined) return;
      event.preventDefault();
      onChange(snapped(value + by, { min, max, step }));
    },
  };
}

/** The nearest step within the range. */
export function snapped(raw: number, { min, max, step }: { min: number; max: number; step: number }): number {
  const nearest = Math.round(raw / step) * step;
  return Math.min(max, Math.max(min, Number(nearest.toPrecision(10))));
}
