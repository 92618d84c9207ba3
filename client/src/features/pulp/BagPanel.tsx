import { bagAllergens, formatMass } from '@humble-churn/core';
import { allergensText } from '@humble-churn/contract';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { NutMark } from '../../ui/NutMark';
import { Panel } from '../../ui/Panel';
import { PULP_PLACE_LABELS } from '../../ui/pulpLabels';
import { SPACE } from '../../ui/theme';
import { useOwnIngredients } from '../../wire/kitchen';
import { momentText } from '../../wire/moments';
import type { BagProps } from './bagProps';
import { BagHistory } from './BagHistory';
import { BecomeForm } from './BecomeForm';
import { DryForm } from './DryForm';
import { DryingBag } from './DryingBag';
import { MoveForm } from './MoveForm';
import { bagName, traitsText } from './bagWords';

type Form = 'become' | 'move' | 'dry';

/** Pulp that lies together: what it is, until when, and what is done with it. */
export function BagPanel(props: BagProps) {
  const { bag, kitchen } = props;
  const [open, setOpen] = useState<Form | null>(null);
  const close = (): void => setOpen(null);
  const name = bagName(bag, kitchen);
  const wet = bag.place === 'fridge' || bag.place === 'freezer';
  const over = bag.usedShare > 1;
  return (
    <Panel title={name}>
      <Facts {...props} />
      {bag.place === 'drying' ? (
        <DryingBag {...props} />
      ) : (
        <View style={styles.row}>
          <Button
            label={over ? 'Throw it away…' : 'What became of it…'}
            hint={`${over ? 'Throw it away' : 'What became of it'}: ${name}`}
            onPress={() => setOpen('become')}
          />
          {!over && <Button label="Move…" hint={`Move: ${name}`} onPress={() => setOpen('move')} />}
          {!over && wet && <Button label="Dry it…" hint={`Dry it: ${name}`} onPress={() => setOpen('dry')} />}
        </View>
      )}
      <BagHistory {...props} name={name} />
      {open === 'become' && <BecomeForm {...props} onClose={close} />}
      {open === 'move' && <MoveForm {...props} onClose={close} />}
      {open === 'dry' && <DryForm {...props} onClose={close} />}
    </Panel>
  );
}

function Facts({ bag, kitchen, nowMs }: BagProps) {
  const { data: own = [] } = useOwnIngredients();
  const { useByMs, portions, traits, massG, waterG, dryG } = bag;
  const traitWords = traitsText(traits);
  return (
    <View style={styles.facts}>
      <NutMark ingredient={bag.nuts[0] ?? ''} size={40} />
      <View style={styles.words}>
        <AppText kind="strong">{PULP_PLACE_LABELS[bag.place]}</AppText>
        {(bag.place !== 'drying' || useByMs <= nowMs) && (
          <AppText tone={useByMs > nowMs ? 'ink' : 'buoy'}>
            {useByMs > nowMs ? 'Use by' : 'Throw it away: it was good until'}{' '}
            {momentText(useByMs, nowMs, kitchen)}
          </AppText>
        )}
        <AppText kind="small" tone="soft">
          About {formatMass(dryG, kitchen)} of solids, {Math.round((100 * waterG) / massG)} % water
          {portions.length > 1 ? `; from ${portions.length} batches, used oldest first` : ''}
        </AppText>
        <AppText kind="small" tone="soft">
          Contains: {allergensText(bagAllergens(bag, { own }))}
          {traitWords === '' ? '' : `. ${traitWords[0]?.toUpperCase()}${traitWords.slice(1)}`}
        </AppText>
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small },
  facts: { flexDirection: 'row', gap: SPACE.medium },
  words: { flex: 1, minWidth: 0, gap: SPACE.hair },
});
