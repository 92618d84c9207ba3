import { useWindowDimensions } from 'react-native';
import { WIDE_FROM_PX } from '../../ui/theme';

/** A window less high than this is a phone on its side, or one with its keyboard up, px. */
const LOW_PX = 600;
/** From this width on a low window has room for two columns. */
const LOW_COLUMNS_FROM_PX = 600;

/**
 * How the bench stands in this window: the jar beside the decisions or over them; and whether it is so low that nothing
 * may stay pinned over what is typed into.
 */
export function useBenchRoom(): { columns: boolean; low: boolean } {
  const { width, height } = useWindowDimensions();
  const low = height < LOW_PX;
  return { columns: width >= (low ? LOW_COLUMNS_FROM_PX : WIDE_FROM_PX), low };
}
