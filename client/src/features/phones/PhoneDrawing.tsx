import Svg, { Circle, Line, Path, Rect } from 'react-native-svg';
import { useColours } from '../../ui/theme';

const WIDTH_PX = 72;
const HEIGHT_PX = 116;

/** A phone that shows what a step is about; the words beside it say the same. */
export function PhoneDrawing({ shows }: { shows: 'download' | 'trust' | 'lock' }) {
  const colour = useColours();
  const pen = { stroke: colour.kelp, strokeWidth: 3, strokeLinecap: 'round', fill: 'none' } as const;
  return (
    <Svg width={WIDTH_PX} height={HEIGHT_PX} viewBox="0 0 72 116" aria-hidden>
      <Rect
        x={3}
        y={3}
        width={66}
        height={110}
        rx={11}
        fill={colour.milk}
        stroke={colour.glass}
        strokeWidth={3}
      />
      <Line x1={29} y1={11} x2={43} y2={11} stroke={colour.glass} strokeWidth={2.5} strokeLinecap="round" />
      {shows === 'download' && (
        <>
          <Path d="M36 34 V62 M25 52 L36 63 L47 52" {...pen} />
          <Path d="M20 72 V82 H52 V72" {...pen} />
        </>
      )}
      {shows === 'trust' && (
        <>
          <Line x1={14} y1={28} x2={40} y2={28} stroke={colour.line} strokeWidth={5} strokeLinecap="round" />
          <Line x1={14} y1={44} x2={34} y2={44} stroke={colour.line} strokeWidth={5} strokeLinecap="round" />
          <Rect
            x={14}
            y={58}
            width={44}
            height={22}
            rx={11}
            fill={colour.kelpSoft}
            stroke={colour.kelp}
            strokeWidth={2.5}
          />
          <Circle cx={47} cy={69} r={8} fill={colour.kelp} />
          <Line x1={14} y1={94} x2={44} y2={94} stroke={colour.line} strokeWidth={5} strokeLinecap="round" />
        </>
      )}
      {shows === 'lock' && (
        <>
          <Rect
            x={20}
            y={54}
            width={32}
            height={26}
            rx={5}
            fill={colour.kelpSoft}
            stroke={colour.kelp}
            strokeWidth={3}
          />
          <Path d="M27 54 V44 a9 9 0 0 1 18 0 V54" {...pen} />
          <Path d="M29 66 L34 72 L44 61" {...pen} />
        </>
      )}
    </Svg>
  );
}
