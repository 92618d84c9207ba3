import { memo, useId } from 'react';
import Svg, { Defs, G, Path } from 'react-native-svg';
import { NutPattern, nutLook } from './nutLook';
import { nutShape } from './nutShapes';
import { useColours } from './theme';

/** The nut's silhouette with its texture, beside its name. */
export const NutMark = memo(function NutMark({
  ingredient,
  size = 28,
}: {
  ingredient: string;
  size?: number;
}) {
  const id = `nut${useId().replace(/\W/g, '')}`;
  const colour = useColours();
  const { outlines, detail, plain } = nutShape(ingredient);
  const { mark, ground } = nutLook(ingredient);
  return (
    <Svg width={size} height={size} viewBox="0 0 36 36" aria-hidden>
      <Defs>
        <NutPattern id={id} ingredient={ingredient} />
      </Defs>
      <G>
        {outlines.map((d) => (
          <Path
            key={d}
            d={d}
            fill={plain ? ground : `url(#${id})`}
            stroke={colour.dark ? colour.edge : mark}
            strokeWidth={1.6}
          />
        ))}
        {detail?.(mark, ground)}
      </G>
    </Svg>
  );
});
