import type { BatchState, CorrectableBody, Verdict } from '@humble-churn/core';
import { LIKING, VERDICTS, findAddition, usualDoseUnit } from '@humble-churn/core';
import { Choice } from '../../ui/Choice';
import { MachineUsedChoices, SpeedChoice, StrainerUsedChoices } from '../../ui/GearChoices';
import { HandDoseField } from '../../ui/HandDoseField';
import { NameField } from '../../ui/NameField';
import { filledInto, movedInto, placeChoice, placeOptions } from '../../ui/kitchenFridges';
import { useMeasures } from '../../ui/measures';
import { LIKING_LABELS, VERDICT_LABELS, VERDICT_NAMES } from '../../ui/verdictLabels';
import type { KnownKitchen } from '../../wire/kitchen';

type Body<T extends CorrectableBody['type']> = Extract<CorrectableBody, { type: T }>;

interface Props<B extends CorrectableBody> {
  to: B;
  onChange: (next: CorrectableBody) => void;
}

/** What is no bare figure: a dose, a verdict, a liking. */
export function CorrectInWords({
  to,
  state,
  kitchen,
  onChange,
}: Props<CorrectableBody> & { state: BatchState; kitchen: OfKitchen }) {
  const { profile } = kitchen;
  switch (to.type) {
    case 'stirred-in':
      return <Dose to={to} state={state} onChange={onChange} />;
    case 'judged':
      return <Judgement to={to} onChange={onChange} />;
    case 'liked':
      return <Liking to={to} onChange={onChange} />;
    case 'bottled':
      return <JarPlaces to={to} kitchen={kitchen} onChange={onChange} />;
    case 'jar-moved':
      return <Place to={to} kitchen={kitchen} onChange={onChange} />;
    case 'jar-discarded':
    case 'abandoned':
      return (
        <NameField
          label="Why"
          stacked
          value={to.reason}
          maxLength={200}
          onChange={(reason) => onChange({ ...to, reason })}
        />
      );
    case 'equipment-used':
      return <GearUsed to={to} state={state} profile={profile} onChange={onChange} />;
    default:
      return null;
  }
}

function Dose({ to, state, onChange }: Props<Body<'stirred-in'>> & { state: BatchState }) {
  const measures = useMeasures();
  const addition = findAddition(to.addition, { own: state.ingredients });
  if (!addition) return null;
  return (
    <HandDoseField
      addition={addition}
      label={addition.name}
      massG={to.massG}
      unit={to.said?.unit ?? usualDoseUnit(to.massG, addition, measures)}
      onDose={(massG, unit) => onChange({ ...to, massG, said: { unit, per: 'batch' } })}
    />
  );
}

function Judgement({ to, onChange }: Props<Body<'judged'>>) {
  return (
    <Choice<Verdict>
      label={VERDICT_NAMES[to.what]}
      value={to.verdict}
      onChange={(verdict) => onChange({ ...to, verdict } as CorrectableBody)}
      options={VERDICTS[to.what].map((value) => ({
        value,
        label: VERDICT_LABELS[to.what][value] ?? value,
      }))}
    />
  );
}

function Liking({ to, onChange }: Props<Body<'liked'>>) {
  return (
    <>
      <Choice<number>
        label="How it was liked"
        value={to.liking}
        onChange={(liking) => onChange({ ...to, liking })}
        options={LIKING_LABELS.map((label, i) => ({ value: i + LIKING.min, label }))}
      />
      <NameField
        label="In your own words"
        stacked
        value={to.words ?? ''}
        maxLength={280}
        onChange={(words) => onChange({ ...to, words: words.trim() === '' ? null : words })}
      />
    </>
  );
}

type OfKitchen = Pick<KnownKitchen, 'fridgeTempC' | 'profile'>;

function JarPlaces({ to, kitchen, onChange }: Props<Body<'bottled'>> & { kitchen: OfKitchen }) {
  return to.jars.map((jar, i) => (
    <Choice
      key={jar.id}
      label={`Where ${jar.label} went`}
      value={placeChoice(jar)}
      onChange={(into) =>
        onChange({
          ...to,
          jars: to.jars.map((one, j) => (j === i ? { ...one, ...filledInto(into) } : one)),
        })
      }
      options={placeOptions(kitchen)}
    />
  ));
}

function Place({ to, kitchen, onChange }: Props<Body<'jar-moved'>> & { kitchen: OfKitchen }) {
  return (
    <Choice
      label="Where it went"
      value={placeChoice(to)}
      onChange={(into) => onChange({ ...to, ...movedInto(into) })}
      options={[...placeOptions(kitchen), { value: 'out', label: 'Out of the fridge' }]}
    />
  );
}

/** The gear that an entry names; what it says nothing of stays. */
function GearUsed({
  to,
  state,
  profile,
  onChange,
}: Props<Body<'equipment-used'>> & { state: BatchState; profile: KnownKitchen['profile'] }) {
  const { blend, strain, jugAgainSpeed } = to;
  return (
    <>
      {blend && (
        <MachineUsedChoices
          used={blend}
          machines={profile.machines}
          onChange={(used) => onChange({ ...to, blend: used })}
        />
      )}
      {strain && (
        <StrainerUsedChoices
          used={strain}
          blend={state.recipe.blend}
          strainers={profile.strainers}
          onChange={(used) => onChange({ ...to, strain: used })}
        />
      )}
      {jugAgainSpeed !== undefined && (
        <SpeedChoice
          label="Speed in the jug"
          speed={jugAgainSpeed}
          onChange={(speed) => onChange({ ...to, jugAgainSpeed: speed })}
        />
      )}
    </>
  );
}
