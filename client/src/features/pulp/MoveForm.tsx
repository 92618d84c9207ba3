import type { PulpPlace } from '@humble-churn/core';
import { movedPart, namedBag, pulpMoveRefusal } from '@humble-churn/core';
import { eventRefusalMessage } from '@humble-churn/contract';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { PULP_PLACE_LABELS } from '../../ui/pulpLabels';
import { SPACE } from '../../ui/theme';
import type { BagProps } from './bagProps';
import { PartOfBag } from './PartOfBag';
import { bagName } from './bagWords';
import { useRecordPulp } from './useRecordPulp';

const PLACES: readonly PulpPlace[] = ['fridge', 'freezer', 'dried', 'dried-fridge'];
const BY_ITSELF = 'by itself';

/** Into another place, by itself or together with what lies there. */
export function MoveForm({ bag, bags, kitchen, nowMs: _, onClose }: BagProps & { onClose: () => void }) {
  const record = useRecordPulp();
  const why = (place: PulpPlace) =>
    bag.portions
      .map(({ pulp }) => pulpMoveRefusal(pulp.spells, place, bag.usedShare))
      .find((refusal) => refusal !== null) ?? null;
  const open = PLACES.filter((place) => why(place) === null);
  const [place, setPlace] = useState<PulpPlace>(open.find((one) => one !== bag.place) ?? bag.place);
  const [massG, setMassG] = useState<number | null>(bag.massG);
  const [into, setInto] = useState<string>(BY_ITSELF);
  const there = bags.filter((one) => one.place === place && one.id !== bag.id);
  const thawed = why('freezer');
  const move = (): void => {
    if (massG === null) return;
    const other = there.find(({ id }) => id === into);
    const { bagId, events } = other
      ? namedBag(other, crypto.randomUUID())
      : { bagId: bag.portions.length > 1 ? crypto.randomUUID() : null, events: [] };
    const moved = movedPart(bag, massG, { place, bagId }, () => crypto.randomUUID());
    record([...events, ...moved], `${PULP_PLACE_LABELS[place]}.`);
    onClose();
  };
  return (
    <View style={styles.form}>
      <PartOfBag bag={bag} massG={massG} onMass={setMassG} />
      <Choice<PulpPlace>
        label="Where to"
        value={place}
        onChange={(next) => {
          setPlace(next);
          setInto(BY_ITSELF);
        }}
        options={open.map((value) => ({ value, label: PULP_PLACE_LABELS[value] }))}
      />
      {there.length > 0 && (
        <Choice
          label="Together with"
          value={into}
          onChange={setInto}
          options={[
            { value: BY_ITSELF, label: 'By itself' },
            ...there.map((one) => ({ value: one.id, label: bagName(one, kitchen) })),
          ]}
        />
      )}
      {thawed === 'thawed-once' && (
        <AppText kind="small" tone="soft">
          {eventRefusalMessage(thawed)}
        </AppText>
      )}
      <View style={styles.row}>
        <Button
          label="Put it there"
          kind="main"
          disabled={massG === null || (place === bag.place && into === BY_ITSELF)}
          onPress={move}
        />
        <Button label="Cancel" kind="quiet" onPress={onClose} />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  form: { gap: SPACE.medium },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
});
