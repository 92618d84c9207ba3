import type { Prediction, Recipe } from '@humble-churn/core';
import {
  LIMITS,
  MACHINES,
  POWER_OF_RATED,
  RUPTURE_BY_HAND,
  formatDuration,
  formatMass,
  formatTemp,
  formatVolume,
  pouringOrder,
  typedFigure,
  withEndBy,
  withEnoughIce,
} from '@humble-churn/core';
import { View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { MeasureField } from '../../ui/MeasureField';
import { QuantityField } from '../../ui/QuantityField';
import { Slider } from '../../ui/Slider';
import { MACHINE_OPTIONS, chosenMachine, gearValue } from '../../ui/gearOptions';
import { ORDER_LABELS, jugText } from '../../ui/recipeLabels';
import { SPACE } from '../../ui/theme';
import { Fold } from './Fold';
import { useBench } from './useBench';

type Blend = Recipe['blend'];

function machineValue({ machine, machineName }: Blend): string {
  return gearValue(machine, machineName);
}

/** Changes of the blending, each by a field of its own. */
function useBlend() {
  const { recipe, change } = useBench();
  const set = (field: string, next: Partial<Blend>): void =>
    change(field, (now) => ({ ...now, blend: { ...now.blend, ...next } }));
  return {
    blend: recipe.blend,
    set,
    /** What a number field takes, and what is wrong with what it does not. */
    number:
      (
        field: string,
        range: { min: number; max: number },
        unit: string,
        next: (v: number) => Partial<Blend>,
      ) =>
      (value: number): string | null => {
        if (!(value >= range.min && value <= range.max)) {
          return `Between ${range.min} and ${range.max} ${unit}.`;
        }
        set(field, next(value));
        return null;
      },
  };
}

/** Machine, order of the water, how fine, how warm, and what to do at the jug. */
export function BlendPanel() {
  const { blend, set } = useBlend();
  return (
    <Fold section="blend">
      <Machine />
      {blend.machine === 'cold-press' ? (
        <Choice
          label="Through the press"
          value={blend.presses}
          onChange={(presses) => set('presses', { presses })}
          options={[
            { value: 1 as const, label: 'Once' },
            { value: 2 as const, label: 'Twice', note: 'the milk goes round again' },
          ]}
        />
      ) : (
        <>
          <Fineness />
          <Speed />
          <Warmth />
        </>
      )}
      <AtTheJug />
    </Fold>
  );
}

/** Rated power that comes to a power within the limits, W. */
const RATED_W = {
  min: LIMITS.powerW.min / POWER_OF_RATED,
  max: LIMITS.powerW.max / POWER_OF_RATED,
};

function Machine() {
  const { kitchen } = useBench();
  const { blend, set, number } = useBlend();
  const { machines } = kitchen.profile;
  const usual = MACHINES[blend.machine];
  const chooseMachine = (value: string): void => {
    const used = chosenMachine(value, machines);
    if (used) set('machine', used);
  };
  return (
    <>
      <Choice
        label="Machine"
        value={machineValue(blend)}
        onChange={chooseMachine}
        options={[
          ...machines.map((one) => ({
            value: gearValue(one.kind, one.name),
            label: one.name,
            note: one.keptFrom.length > 0 ? `kept from ${one.keptFrom.join(', ')}` : 'of this kitchen',
          })),
          ...MACHINE_OPTIONS.map(({ value, label }) => ({
            value,
            label,
            note:
              value === 'cold-press'
                ? 'no blades, no warming'
                : `to ${formatVolume(MACHINES[value].fillLineMl, kitchen)}`,
          })),
        ]}
      />
      {blend.machine !== 'cold-press' && (
        <View style={styles.fields}>
          <MeasureField
            key={`fill ${machineValue(blend)}`}
            kind="volume"
            label="Your jug’s MAX line"
            value={blend.fillLineMl ?? usual.fillLineMl}
            range={LIMITS.fillLineMl}
            onValue={(fillLineMl) => set('fill-line', { fillLineMl })}
          />
          <QuantityField
            key={`power ${machineValue(blend)}`}
            label="Blender power"
            unit="W"
            shown={String(Math.round(blend.powerW ?? usual.powerW))}
            onNumber={number('power', LIMITS.powerW, 'W', (powerW) => ({ powerW }))}
          />
          <QuantityField
            key={`rated ${machineValue(blend)}`}
            label="Or rated power, on its plate"
            unit="W"
            shown={typedFigure((blend.powerW ?? usual.powerW) / POWER_OF_RATED)}
            onNumber={number('power', RATED_W, 'W', (ratedW) => ({ powerW: ratedW * POWER_OF_RATED }))}
            note="About half of it reaches the mix: an estimate."
          />
        </View>
      )}
    </>
  );
}

/** What comes of the blending, in words. */
function blendText(
  prediction: Prediction,
  byTime: boolean,
  kitchen: Parameters<typeof formatMass>[1],
): string {
  const { blend } = prediction;
  const temp = (c: number): string => formatTemp(c, kitchen.measures);
  const what = byTime
    ? `${Math.round(blend.rupture * 100)} % of the nuts broken up`
    : `${formatDuration(blend.secondsPerLoad)} ${blend.loads > 1 ? 'a load' : 'in all'}`;
  const rinsed = blend.rinseLiquidMl > 0 ? `; with the rinse the milk is at ${temp(blend.milkTempC)}` : '';
  const ice =
    blend.iceLeftG >= 1 ? ` ${formatMass(blend.iceLeftG, kitchen)} of the ice are not melted by then.` : '';
  return `${what}, ending near ${temp(blend.endTempC)}${rinsed}.${ice}`;
}

function Fineness() {
  const { later, kitchen, model, change } = useBench();
  const { blend, set, number } = useBlend();
  const { end } = blend;
  return (
    <>
      <Choice
        label="The water"
        value={blend.waterOrder}
        onChange={(waterOrder) => set('water-order', { waterOrder })}
        options={(['at-once', 'thick-first'] as const).map((value) => ({
          value,
          label: ORDER_LABELS[value],
        }))}
      />
      <Choice
        label="Blend until"
        value={end.by}
        onChange={(by) => change('end-by', (now) => withEndBy(now, by, model))}
        options={[
          { value: 'rupture', label: 'It is fine enough' },
          { value: 'seconds', label: 'A set time' },
        ]}
      />
      {end.by === 'seconds' ? (
        <QuantityField
          stacked
          label="Seconds a load"
          unit="s"
          shown={String(Math.round(end.seconds))}
          onNumber={number('seconds', LIMITS.seconds, 's', (seconds) => ({
            end: { by: 'seconds', seconds },
          }))}
        />
      ) : (
        <Slider
          label="Fineness"
          value={Math.round(end.rupture * 100)}
          min={RUPTURE_BY_HAND.min * 100}
          max={RUPTURE_BY_HAND.max * 100}
          step={1}
          usual={{ from: 80, to: 90 }}
          valueWords={`${Math.round(end.rupture * 100)} % broken up`}
          onChange={(percent) => set('rupture', { end: { by: 'rupture', rupture: percent / 100 } })}
        />
      )}
      {later.prediction && <AppText>{blendText(later.prediction, end.by === 'seconds', kitchen)}</AppText>}
    </>
  );
}

function Speed() {
  const { blend, set } = useBlend();
  const percent = Math.round(blend.speed * 100);
  return (
    <>
      <Slider
        label="Speed"
        value={percent}
        min={30}
        max={100}
        step={5}
        valueWords={`Speed at ${percent} %`}
        onChange={(chosen) => set('speed', { speed: chosen / 100 })}
      />
      <AppText kind="small" tone="soft">
        Speed at {percent} % of full
      </AppText>
    </>
  );
}

/** How warm it goes in, how warm it may get, and ice against it. */
function Warmth() {
  const { later, kitchen, model, change } = useBench();
  const { blend, set, number } = useBlend();
  const { prediction } = later;
  const limitC = prediction?.blend.warmthLimitC ?? blend.warmthLimitC;
  const limit = formatTemp(limitC, kitchen.measures);
  const iceNeededG = prediction?.blend.iceNeededG ?? 0;
  return (
    <>
      <View style={styles.fields}>
        <MeasureField
          kind="temperature"
          label="The liquid is at"
          value={blend.liquidTempC}
          onValue={(liquidTempC) => {
            const { min, max } = LIMITS.liquidTempC;
            const most = formatTemp(max, kitchen.measures);
            if (liquidTempC > max + 0.01) return `Hot liquid in a closed jug can burst out: ${most} at most.`;
            if (liquidTempC < min) return `Between ${formatTemp(min, kitchen.measures)} and ${most}.`;
            set('liquid-temp', { liquidTempC: Math.min(max, liquidTempC) });
            return null;
          }}
        />
        <MeasureField
          kind="temperature"
          label="Keep it below"
          {...(limitC < blend.warmthLimitC && { note: `After a hot soak ${limit} is the limit.` })}
          value={blend.warmthLimitC}
          range={LIMITS.warmthLimitC}
          onValue={(warmthLimitC) => set('limit', { warmthLimitC })}
        />
        <QuantityField
          label="Ice, in place of water"
          unit="% of it"
          shown={String(Number((blend.iceShare * 100).toFixed(1)))}
          onNumber={number('ice', ICE_PCT, '%', (percent) => ({ iceShare: percent / 100 }))}
          {...(prediction &&
            prediction.iceG > 0 && { note: `${formatMass(prediction.iceG, kitchen)}; the ratio stays.` })}
        />
      </View>
      {iceNeededG > 0 && (
        <Button
          label={`Take ${formatMass(iceNeededG, kitchen)} of ice to stay below ${limit}`}
          onPress={() => change('ice', (now) => withEnoughIce(now, model))}
        />
      )}
      {prediction?.blend.iceNeededG === null && (
        <AppText tone="brass">
          No ice would keep it below {limit}: shorten the blending, or split it into smaller loads.
        </AppText>
      )}
    </>
  );
}

const ICE_PCT = { min: LIMITS.iceShare.min * 100, max: LIMITS.iceShare.max * 100 };

function AtTheJug() {
  const { later, kitchen } = useBench();
  const { prediction, recipe } = later;
  if (!prediction) return null;
  const { loads } = prediction.blend;
  return (
    <View role="list" aria-label="At the jug" style={styles.order}>
      <AppText kind="strong">{loads > 1 ? `At the jug, ${loads} times` : 'At the jug'}</AppText>
      {pouringOrder(recipe, prediction).map((step, i) => (
        <View role="listitem" key={step.do}>
          <AppText>
            {i + 1}. {jugText(step, kitchen)}
          </AppText>
        </View>
      ))}
    </View>
  );
}

const styles = {
  fields: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
  order: { gap: SPACE.tight },
} as const;
