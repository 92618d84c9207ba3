import { useState } from 'react';
import type { LayoutChangeEvent } from 'react-native';

/** The width a view was given, px, for drawings that fill it; `usual` until it is known. */
export function useWidth(usual: number) {
  const [width, setWidth] = useState(usual);
  return {
    width,
    onLayout: (event: LayoutChangeEvent): void => setWidth(Math.round(event.nativeEvent.layout.width)),
  };
}
