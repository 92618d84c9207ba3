import { useId } from 'react';
import Svg, { Circle, Defs } from 'react-native-svg';
import { NutPattern } from './nutLook';
import { useColours } from './theme';

/** A small round of the nut's texture, beside its name. */
export function NutMark({ ingredient, size = 28 }: { ingredient: string; size?: number }) {
  const id = `nut${useId().replace(/\W/g, '')}`;
  const colour = useColours();
  return (
    <Svg width={size} height={size} viewBox="0 0 36 36" aria-hidden>
      <Defs>
        <NutPattern id={id} ingredient={ingredient} />
      </Defs>
      <Circle cx={18} cy={18} r={16} fill={`url(#${id})`} stroke={colour.edge} strokeWidth={1.5} />
    </Svg>
  );
}
