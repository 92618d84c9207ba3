import type { MassFlow, MassFlowBand, MassFlowPart } from '@humble-churn/core';
import type { FlowBand } from './FlowDrawing';
import { FlowDrawing } from './FlowDrawing';
import type { Palette } from './theme';
import { useColours } from './theme';

const NAMES: Readonly<Record<MassFlowPart, string>> = {
  nuts: 'Nuts',
  uptake: 'Taken up',
  liquid: 'Liquid',
  ice: 'Ice',
  additions: 'Added',
  leached: 'Soak water',
  skins: 'Skins',
  milk: 'Milk',
  pulp: 'Pulp',
  loss: 'On the tools',
};

function fillsOf(colour: Palette): Readonly<Record<MassFlowPart, string>> {
  return {
    nuts: 'nut',
    uptake: colour.water,
    liquid: colour.water,
    ice: colour.surface,
    additions: colour.brassSoft,
    leached: colour.water,
    skins: colour.line,
    milk: colour.milk,
    pulp: 'nut',
    loss: colour.buoySoft,
  };
}

interface Props {
  pour: MassFlow;
  ingredient: string;
  mass: (massG: number) => string;
  width: number;
}

/** The pour: what goes into a batch and what comes out, as predicted, with what was weighed. */
export function MassFlowDrawing({ pour, ...rest }: Props) {
  const colour = useColours();
  const fills = fillsOf(colour);
  const drawn = (bands: readonly MassFlowBand[]): FlowBand[] =>
    bands.map(({ what, massG, measuredG }) => ({
      key: what,
      name: NAMES[what],
      massG,
      measuredG,
      fill: fills[what],
      ...(what === 'loss' && { edge: colour.buoy }),
    }));
  return <FlowDrawing into={drawn(pour.into)} out={drawn(pour.out)} totalG={pour.totalG} {...rest} />;
}
