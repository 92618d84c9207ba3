import type { MachineKind, Prediction, Recipe, KitchenModel } from '@humble-churn/core';
import {
  LIMITS,
  MACHINES,
  RUPTURE_BY_HAND,
  fillLineOf,
  pouringOrder,
  formatDuration,
  formatMass,
  formatTemp,
  formatVolume,
  withEndBy,
  withEnoughIce,
} from '@humble-churn/core';
import { View } from 'react-native';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Panel } from '../../ui/Panel';
import { QuantityField } from '../../ui/QuantityField';
import { Slider } from '../../ui/Slider';
import { AppText } from '../../ui/AppText';
import { SPACE } from '../../ui/theme';
import type { KnownKitchen } from '../../wire/queries';
import type { Draft } from './draft';
import { MACHINE_LABELS, ORDER_LABELS, jugText } from '../../ui/recipeLabels';

const KINDS: readonly MachineKind[] = ['standard-jug', 'high-speed-jug', 'personal-cup', 'cold-press'];

interface Props {
  blend: Recipe['blend'];
  recipe: Recipe;
  change: Draft['change'];
  model: KitchenModel;
  kitchen: KnownKitchen;
  prediction: Prediction | null;
}

/** A machine as a choice: one of the household's own by its name, or any of a kind. */
function machineValue({ machine, machineName }: Recipe['blend']): string {
  return machineName === null ? machine : `own ${machineName}`;
}

/** Machine, order of the water, how fine, how warm, and what to do at the jug. */
export function BlendPanel({ blend, recipe, change, model, kitchen, prediction }: Props) {
  const { machines } = kitchen.profile;
  const pressed = blend.machine === 'cold-press';
  const usual = MACHINES[blend.machine];
  const set = (field: string, next: Partial<Recipe['blend']>): void =>
    change(field, (now) => ({ ...now, blend: { ...now.blend, ...next } }));
  const number =
    (
      field: string,
      range: { min: number; max: number },
      unit: string,
      next: (v: number) => Partial<Recipe['blend']>,
    ) =>
    (value: number): string | null => {
      if (!(value >= range.min && value <= range.max))
        return `Between ${range.min} and ${range.max} ${unit}.`;
      set(field, next(value));
      return null;
    };
  const chooseMachine = (value: string): void => {
    const own = machines.find((one) => `own ${one.name}` === value);
    const kind = KINDS.find((one) => one === value);
    if (own) {
      const { name: machineName, kind: machine, powerW } = own;
      const fillLineMl = fillLineOf(own);
      set('machine', { machine, machineName, powerW, fillLineMl });
    } else if (kind) set('machine', { machine: kind, machineName: null, powerW: null, fillLineMl: null });
  };
  const iceNeededG = prediction?.blend.iceNeededG;
  const byTime = blend.end.by === 'seconds';
  return (
    <Panel title="Blend">
      <Choice
        label="Machine"
        value={machineValue(blend)}
        onChange={chooseMachine}
        options={[
          ...machines.map((one) => ({
            value: `own ${one.name}`,
            label: one.name,
            note: one.keptFrom.length > 0 ? `kept from ${one.keptFrom.join(', ')}` : 'of this kitchen',
          })),
          ...KINDS.map((machine) => ({
            value: machine,
            label: MACHINE_LABELS[machine],
            note:
              machine === 'cold-press'
                ? 'no blades, no warming'
                : `to ${formatVolume(MACHINES[machine].fillLineMl, kitchen)}`,
          })),
        ]}
      />
      {pressed ? (
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
          <View style={styles.fields}>
            <QuantityField
              key={`fill ${machineValue(blend)}`}
              label="Your jug’s MAX line"
              unit="mL"
              shown={String(Math.round(blend.fillLineMl ?? usual.fillLineMl))}
              onNumber={number('fill-line', LIMITS.fillLineMl, 'mL', (fillLineMl) => ({ fillLineMl }))}
            />
            <QuantityField
              key={`power ${machineValue(blend)}`}
              label="Blender power"
              unit="W"
              shown={String(Math.round(blend.powerW ?? usual.powerW))}
              onNumber={number('power', LIMITS.powerW, 'W', (powerW) => ({ powerW }))}
            />
          </View>
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
            value={blend.end.by}
            onChange={(by) => change('end-by', (now) => withEndBy(now, by, model))}
            options={[
              { value: 'rupture', label: 'It is fine enough' },
              { value: 'seconds', label: 'A set time' },
            ]}
          />
          {blend.end.by === 'seconds' ? (
            <QuantityField
              stacked
              label="Seconds a load"
              unit="s"
              shown={String(Math.round(blend.end.seconds))}
              onNumber={number('seconds', LIMITS.seconds, 's', (seconds) => ({
                end: { by: 'seconds', seconds },
              }))}
            />
          ) : (
            <Slider
              label="Fineness"
              value={Math.round(blend.end.rupture * 100)}
              min={RUPTURE_BY_HAND.min * 100}
              max={RUPTURE_BY_HAND.max * 100}
              step={1}
              usual={{ from: 80, to: 90 }}
              valueWords={`${Math.round(blend.end.rupture * 100)} % broken up`}
              onChange={(percent) => set('rupture', { end: { by: 'rupture', rupture: percent / 100 } })}
            />
          )}
          {prediction && (
            <AppText>
              {byTime
                ? `${Math.round(prediction.blend.rupture * 100)} % of the nuts broken up`
                : `${formatDuration(prediction.blend.secondsPerLoad)} ${prediction.blend.loads > 1 ? 'a load' : 'in all'}`}
              , ending near {formatTemp(prediction.blend.endTempC, kitchen.measures)}
              {prediction.blend.rinseLiquidMl > 0
                ? `; with the rinse the milk is at ${formatTemp(prediction.blend.milkTempC, kitchen.measures)}`
                : ''}
              .
              {prediction.blend.iceLeftG >= 1
                ? ` ${formatMass(prediction.blend.iceLeftG, kitchen)} of the ice are not melted by then.`
                : ''}
            </AppText>
          )}
          <Slider
            label="Speed"
            value={Math.round(blend.speed * 100)}
            min={30}
            max={100}
            step={5}
            valueWords={`Speed at ${Math.round(blend.speed * 100)} %`}
            onChange={(percent) => set('speed', { speed: percent / 100 })}
          />
          <AppText kind="small" tone="soft">
            Speed at {Math.round(blend.speed * 100)} % of full
          </AppText>
          <View style={styles.fields}>
            <QuantityField
              label="The liquid is at"
              unit="°C"
              shown={String(blend.liquidTempC)}
              onNumber={(liquidTempC) => {
                if (liquidTempC > LIMITS.liquidTempC.max) {
                  return `Hot liquid in a closed jug can burst out: ${LIMITS.liquidTempC.max} °C at most.`;
                }
                set('liquid-temp', { liquidTempC });
                return null;
              }}
            />
            <QuantityField
              label="Keep it below"
              unit="°C"
              {...(prediction &&
                prediction.blend.warmthLimitC < blend.warmthLimitC && {
                  note: `After a hot soak ${formatTemp(prediction.blend.warmthLimitC, kitchen.measures)} is the limit.`,
                })}
              shown={String(blend.warmthLimitC)}
              onNumber={number('limit', LIMITS.warmthLimitC, '°C', (warmthLimitC) => ({ warmthLimitC }))}
            />
            <QuantityField
              label="Ice, in place of water"
              unit="% of it"
              shown={String(Number((blend.iceShare * 100).toFixed(1)))}
              onNumber={number('ice', { min: 0, max: 90 }, '%', (percent) => ({ iceShare: percent / 100 }))}
              {...(prediction &&
                prediction.iceG > 0 && { note: `${formatMass(prediction.iceG, kitchen)}; the ratio stays.` })}
            />
          </View>
          {prediction && iceNeededG !== undefined && iceNeededG !== null && iceNeededG > 0 && (
            <Button
              label={`Take ${formatMass(iceNeededG, kitchen)} of ice to stay below ${formatTemp(prediction.blend.warmthLimitC, kitchen.measures)}`}
              onPress={() => change('ice', (now) => withEnoughIce(now, model))}
            />
          )}
          {prediction && iceNeededG === null && (
            <AppText tone="brass">
              No ice would keep it below {formatTemp(prediction.blend.warmthLimitC, kitchen.measures)}:
              shorten the blending, or split it into smaller loads.
            </AppText>
          )}
        </>
      )}
      {prediction && (
        <View role="list" aria-label="At the jug" style={styles.order}>
          <AppText kind="strong">
            {prediction.blend.loads > 1 ? `At the jug, ${prediction.blend.loads} times` : 'At the jug'}
          </AppText>
          {pouringOrder(recipe, prediction).map((step, i) => (
            <View role="listitem" key={step.do}>
              <AppText>
                {i + 1}. {jugText(step, kitchen)}
              </AppText>
            </View>
          ))}
        </View>
      )}
    </Panel>
  );
}

const styles = {
  fields: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.medium },
  order: { gap: SPACE.tight },
} as const;
