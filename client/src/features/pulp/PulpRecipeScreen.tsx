import type { OwnPulpRecipe } from '@humble-churn/contract';
import { OVEN_C, RECIPE_MINUTES } from '@humble-churn/contract';
import type { PulpRecipeReading, PulpRecipeText } from '@humble-churn/contract/recipeText';
import { useRouter } from 'expo-router';
import { use, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AllergenToggles } from '../../ui/AllergenToggles';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { LinesField } from '../../ui/LinesField';
import { MeasureField } from '../../ui/MeasureField';
import { NameField } from '../../ui/NameField';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { QuantityField } from '../../ui/QuantityField';
import { QueryFallback } from '../../ui/QueryFallback';
import { Screen } from '../../ui/Screen';
import { SPACE } from '../../ui/theme';
import { Toggle } from '../../ui/Toggle';
import { useToast } from '../../ui/Toast';
import type { KnownKitchen } from '../../wire/kitchen';
import { useKitchen } from '../../wire/kitchen';
import { recipeText } from '../../wire/recipeText';
import { ReadPulpRecipe } from './ReadPulpRecipe';
import { useOwnPulpRecipes } from './ownRecipes';

const NEW = 'new';
/** 170 °C, or 350 °F. */
const USUAL_OVEN_C = { metric: 170, us: 177 } as const;

const EMPTY: PulpRecipeText = {
  name: '',
  lines: [],
  pulp: 'wet',
  steps: [],
  heat: { oven: 170 },
  minutes: 30,
  makes: { count: 12, what: '' },
  allergens: null,
  notWith: [],
  use: 'baked',
};

/** A recipe for pulp of the cook's own: written, read from a file, or changed. */
export function PulpRecipeScreen({ recipeKey }: { recipeKey: string }) {
  const kitchen = useKitchen();
  if (!kitchen.data) return <QueryFallback title="A pulp recipe" what="the recipes" queries={[kitchen]} />;
  const known = kitchen.data.profile.pulpRecipes.find(({ key }) => key === recipeKey);
  if (!known && recipeKey !== NEW) {
    return (
      <Screen title="A pulp recipe">
        <Notice kind="error">There is no such recipe in this kitchen. It may have been deleted.</Notice>
      </Screen>
    );
  }
  return <Write key={recipeKey} known={known ?? null} kitchen={kitchen.data} />;
}

function Write({ known, kitchen }: { known: OwnPulpRecipe | null; kitchen: KnownKitchen }) {
  const { pulpRecipeFromText, readPulpRecipe, textOfPulpRecipe } = use(recipeText());
  const [text, setText] = useState<PulpRecipeText>(known ? textOfPulpRecipe(known) : EMPTY);
  const [round, setRound] = useState(0);
  const [key] = useState(() => known?.key ?? crypto.randomUUID());
  const [tried, setTried] = useState(false);
  const reading = pulpRecipeFromText(text, key, kitchen.cupSystem);
  const change = (to: Partial<PulpRecipeText>): void => setText({ ...text, ...to });
  return (
    <Screen title={known ? `Change ${known.name}` : 'A pulp recipe of your own'}>
      {!known && (
        <ReadPulpRecipe
          onRead={(json) => {
            const read = readPulpRecipe(json);
            if (!read.ok) return `${read.problem} Nothing was changed.`;
            setText(read.text);
            setRound(round + 1);
            return null;
          }}
        />
      )}
      <Fields key={round} text={text} change={change} wrong={tried ? reading : null} kitchen={kitchen} />
      <Save reading={reading} known={known} kitchen={kitchen} tried={tried} onTried={() => setTried(true)} />
    </Screen>
  );
}

function linesOf(text: string): string[] {
  return text.split('\n');
}

interface FieldProps {
  text: PulpRecipeText;
  change: (to: Partial<PulpRecipeText>) => void;
  /** What it comes to, once it was to be saved. */
  wrong: PulpRecipeReading | null;
}

function troubleAt(wrong: PulpRecipeReading | null, field: string): string | null {
  return wrong && !wrong.ok && wrong.field === field ? wrong.problem : null;
}

function Fields({ text, change, wrong, kitchen }: FieldProps & { kitchen: KnownKitchen }) {
  return (
    <>
      <Panel title="What goes in">
        <NameField
          stacked
          label="Name"
          value={text.name}
          maxLength={60}
          onChange={(name) => change({ name })}
          error={troubleAt(wrong, 'name')}
        />
        <Choice
          label="The pulp is"
          value={text.pulp}
          onChange={(pulp) => change({ pulp })}
          options={[
            { value: 'wet', label: 'Wet, from the strainer' },
            { value: 'dried', label: 'Dried' },
          ]}
        />
        <LinesField
          label="Ingredients, one on each line"
          rows={6}
          value={text.lines.join('\n')}
          onChange={(lines) => change({ lines: linesOf(lines) })}
          error={troubleAt(wrong, 'lines')}
          note="Such as: 150 g pulp, 80 g oat flour, 2 tbsp oil, 40 g water"
        />
        <AllergenToggles
          label="Besides the pulp it contains"
          chosen={text.allergens ?? []}
          onChange={(allergens) => change({ allergens })}
        />
        <View style={styles.row}>
          <Toggle
            label="None of these"
            on={text.allergens?.length === 0}
            onChange={(none) => change({ allergens: none ? [] : null })}
          />
        </View>
        {troubleAt(wrong, 'allergens') !== null && (
          <Notice kind="error">{troubleAt(wrong, 'allergens') ?? ''}</Notice>
        )}
      </Panel>
      <HowItIsMade text={text} change={change} kitchen={kitchen} />
      <WhatPulp text={text} change={change} />
    </>
  );
}

function HowItIsMade({ text, change, kitchen }: Omit<FieldProps, 'wrong'> & { kitchen: KnownKitchen }) {
  const { heat } = text;
  const where = heat === null ? 'none' : heat === 'pan' ? 'pan' : 'oven';
  return (
    <Panel title="How it is made">
      <Choice
        label="Heat"
        value={where}
        onChange={(to) =>
          change({
            heat: to === 'none' ? null : to === 'pan' ? 'pan' : { oven: USUAL_OVEN_C[kitchen.measures] },
          })
        }
        options={[
          { value: 'oven', label: 'Oven' },
          { value: 'pan', label: 'Pan' },
          { value: 'none', label: 'None' },
        ]}
      />
      <View style={styles.row}>
        {heat !== null && heat !== 'pan' && (
          <MeasureField
            kind="temperature"
            label="Oven"
            value={heat.oven}
            range={OVEN_C}
            onValue={(oven) => change({ heat: { oven } })}
          />
        )}
        <QuantityField
          label="It takes"
          unit="min"
          shown={String(text.minutes)}
          onNumber={(minutes) => {
            const { min, max } = RECIPE_MINUTES;
            if (!(minutes >= min && minutes <= max)) return `Between ${min} and ${max} minutes.`;
            change({ minutes });
            return null;
          }}
        />
      </View>
      <View style={styles.row}>
        <QuantityField
          label="It makes"
          unit="pieces"
          shown={String(text.makes.count)}
          onNumber={(count) => {
            if (!(count >= 1 && count <= 1000)) return 'Between 1 and 1000.';
            change({ makes: { ...text.makes, count: Math.round(count) } });
            return null;
          }}
        />
        <NameField
          label="Of what"
          value={text.makes.what}
          maxLength={60}
          onChange={(what) => change({ makes: { ...text.makes, what } })}
          note="Such as crackers"
        />
      </View>
      <LinesField
        label="Steps, one on each line"
        rows={5}
        value={text.steps.join('\n')}
        onChange={(steps) => change({ steps: linesOf(steps) })}
      />
    </Panel>
  );
}

function WhatPulp({ text, change }: Omit<FieldProps, 'wrong'>) {
  const without = (trait: 'sweetened' | 'salted' | 'fruit') => ({
    on: text.notWith.includes(trait),
    onChange: (on: boolean): void =>
      change({
        notWith: on ? [...text.notWith, trait] : text.notWith.filter((one) => one !== trait),
      }),
  });
  return (
    <Panel title="Which pulp it is for">
      <View style={styles.row}>
        <Toggle label="Not sweetened" {...without('sweetened')} />
        <Toggle label="Not salted" {...without('salted')} />
        <Toggle label="No fruit in it" {...without('fruit')} />
      </View>
      <Choice
        label="It is"
        value={text.use}
        onChange={(use) => change({ use })}
        options={[
          { value: 'baked', label: 'Baked or cooked' },
          { value: 'eaten', label: 'Eaten as it is' },
          { value: 'spread', label: 'A spread' },
          { value: 'scrub', label: 'For the skin' },
        ]}
      />
    </Panel>
  );
}

function Save({
  reading,
  known,
  kitchen,
  tried,
  onTried,
}: {
  reading: PulpRecipeReading;
  known: OwnPulpRecipe | null;
  kitchen: KnownKitchen;
  tried: boolean;
  onTried: () => void;
}) {
  const router = useRouter();
  const toast = useToast();
  const own = useOwnPulpRecipes(kitchen);
  const full = !known && own.full;
  return (
    <>
      {reading.ok && reading.notes.length > 0 && <Notice kind="caution">{reading.notes.join('\n')}</Notice>}
      {tried && !reading.ok && (
        <Notice kind="error">{`Not saved yet: ${reading.problem} All you typed still stands here.`}</Notice>
      )}
      {full && <Notice kind="caution">A kitchen keeps forty recipes of its own. Delete one first.</Notice>}
      <AppText kind="small" tone="soft">
        Written for this much pulp, it is scaled to what is at hand by its dry solids: an estimate.
      </AppText>
      <Button
        label={known ? 'Save the change' : 'Save the recipe'}
        kind="main"
        disabled={full}
        onPress={() => {
          onTried();
          if (!reading.ok) return;
          own.keep(reading.recipe);
          toast({ words: `“${reading.recipe.name}” is saved.`, undo: own.putBack });
          router.replace('/pulp');
        }}
      />
    </>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'flex-start', gap: SPACE.medium },
});
