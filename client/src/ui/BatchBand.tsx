import type { BatchState } from '@humble-churn/core';
import { useId } from 'react';
import Svg, { Circle, Defs, Line, Path, Pattern, Rect } from 'react-native-svg';
import { useColours } from './theme';

/** How a batch under way is told from the others: a colour and a weave, never the colour alone. */
export const BATCH_LOOKS = ['planks', 'dots', 'waves', 'checks', 'arrows'] as const;
export type BatchLook = (typeof BATCH_LOOKS)[number];

/** Grounds and marks for light and dark rooms; the marks hold 3 to 1 on their grounds. */
const COLOURS: Readonly<Record<BatchLook, readonly [ground: string, mark: string]>> = {
  planks: ['#CFE5DC', '#0D5748'],
  dots: ['#F4E5BC', '#6F4E00'],
  waves: ['#CDE3EC', '#1F5870'],
  checks: ['#E9D9E6', '#69345F'],
  arrows: ['#F8DBD1', '#9C2F17'],
};

function weave(look: BatchLook, mark: string) {
  switch (look) {
    case 'planks':
      return <Path d="M0 12 L12 0 M-3 3 L3 -3 M9 15 L15 9" stroke={mark} strokeWidth={3} />;
    case 'dots':
      return <Circle cx={6} cy={6} r={2.6} fill={mark} />;
    case 'waves':
      return <Path d="M0 6 q3 -5 6 0 t6 0" stroke={mark} strokeWidth={2.4} fill="none" />;
    case 'checks':
      return (
        <>
          <Rect width={6} height={6} fill={mark} />
          <Rect x={6} y={6} width={6} height={6} fill={mark} />
        </>
      );
    case 'arrows':
      return (
        <>
          <Line x1={0} y1={2} x2={6} y2={8} stroke={mark} strokeWidth={2.4} />
          <Line x1={6} y1={8} x2={12} y2={2} stroke={mark} strokeWidth={2.4} />
        </>
      );
  }
}

/**
 * A look for each batch under way: each keeps its own while others come and go, as far as there are enough. The one
 * that was begun first chooses first; its name decides what it would like.
 */
export function batchLooks(
  batches: readonly { id: string; state: Pick<BatchState, 'current' | 'plannedAtMs'> }[],
): ReadonlyMap<string, BatchLook> {
  const looks = new Map<string, BatchLook>();
  const taken = new Set<BatchLook>();
  const underWay = batches
    .filter(({ state }) => state.current !== null)
    .sort((a, b) => a.state.plannedAtMs - b.state.plannedAtMs);
  for (const { id } of underWay) {
    const likes = Number.parseInt(id.slice(0, 8), 16) % BATCH_LOOKS.length;
    const inTurn = BATCH_LOOKS.map((_, i) => BATCH_LOOKS[(likes + i) % BATCH_LOOKS.length] ?? 'planks');
    const look = inTurn.find((one) => !taken.has(one)) ?? inTurn[0] ?? 'planks';
    taken.add(look);
    looks.set(id, look);
  }
  return looks;
}

/** What batches under way are called: two of one name are told apart by their weave. */
export function namesApart(
  batches: readonly { id: string; state: Pick<BatchState, 'current' | 'recipe'> }[],
  looks: ReadonlyMap<string, BatchLook>,
): ReadonlyMap<string, string> {
  const underWay = batches.filter(({ state }) => state.current !== null);
  return new Map(
    underWay.map(({ id, state: { recipe } }) => {
      const alone = underWay.filter((one) => one.state.recipe.name === recipe.name).length === 1;
      const look = looks.get(id);
      return [id, alone || look === undefined ? recipe.name : `${recipe.name}, ${look}`];
    }),
  );
}

/** The strip of a batch's colour and weave. */
export function BatchBand({
  look,
  width,
  height,
}: {
  look: BatchLook;
  width: number | '100%';
  height: number | '100%';
}) {
  const id = `band${useId().replace(/\W/g, '')}`;
  const colour = useColours();
  const [ground, mark] = COLOURS[look];
  return (
    <Svg width={width} height={height} aria-hidden>
      <Defs>
        <Pattern id={id} width={12} height={12} patternUnits="userSpaceOnUse">
          <Rect width={12} height={12} fill={ground} />
          {weave(look, mark)}
        </Pattern>
      </Defs>
      <Rect width="100%" height="100%" rx={4} fill={`url(#${id})`} stroke={colour.edge} />
    </Svg>
  );
}
