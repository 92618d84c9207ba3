import type { PulpBag, PulpRecipe, PulpRecipePart } from '@humble-churn/core';
import {
  PULP_RECIPES,
  bagAllergens,
  formatDose,
  formatMass,
  formatTemp,
  formatVolume,
  oldestFirst,
  pulpRecipeAllergens,
  pulpRecipeRefusal,
  scaledPulpRecipe,
} from '@humble-churn/core';
import { allergensText } from '@humble-churn/contract';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Plus } from '../../ui/icons';
import { Notice } from '../../ui/Notice';
import { PULP_USE_CAUTIONS, RECIPE_REFUSALS } from '../../ui/pulpLabels';
import { SPACE, useColours } from '../../ui/theme';
import type { KnownKitchen } from '../../wire/kitchen';
import { useOwnIngredients } from '../../wire/kitchen';
import { OwnRecipe } from './OwnRecipe';
import { PartOfBag } from './PartOfBag';
import { WantIt } from './WantIt';
import { useRecordPulp } from './useRecordPulp';

/** All recipes for one bag: what it is enough for, and why not the others. */
export function RecipeList({ bag, kitchen }: { bag: PulpBag | null; kitchen: KnownKitchen }) {
  const router = useRouter();
  const [open, setOpen] = useState<string | null>(null);
  const colour = useColours();
  const refusal = (recipe: PulpRecipe) => (bag ? pulpRecipeRefusal(recipe, bag) : 'too-little');
  const own = kitchen.profile.pulpRecipes;
  // The cook's own first.
  const all: readonly PulpRecipe[] = [...own, ...PULP_RECIPES];
  const ready = all.filter((recipe) => refusal(recipe) === null);
  const others = all.filter((recipe) => refusal(recipe) !== null);
  return (
    <View style={styles.list}>
      <View style={styles.add}>
        <Button
          label="A recipe of your own"
          icon={Plus}
          onPress={() => router.navigate('/pulp/recipes/new')}
        />
      </View>
      {[...ready, ...others].map((recipe) => {
        const why = refusal(recipe);
        return (
          <View key={recipe.key} style={[styles.recipe, { borderColor: colour.line }]}>
            <View style={styles.head}>
              <View style={styles.words}>
                <AppText kind="strong">{recipe.name}</AppText>
                <AppText kind="small" tone="soft">
                  {why === null && bag
                    ? makesText(recipe, bag, kitchen)
                    : RECIPE_REFUSALS[why ?? 'too-little']}
                </AppText>
              </View>
              {(why === null || why === 'too-little') && (
                <Button
                  label={open === recipe.key ? 'Close' : why === null ? 'Make it' : 'Plan it'}
                  hint={`${open === recipe.key ? 'Close' : why === null ? 'Make' : 'Plan'}: ${recipe.name}`}
                  onPress={() => setOpen(open === recipe.key ? null : recipe.key)}
                />
              )}
            </View>
            <OwnRecipe recipe={own.find(({ key }) => key === recipe.key)} kitchen={kitchen} />
            {open === recipe.key && why === 'too-little' && (
              <WantIt recipe={recipe} bag={bag} kitchen={kitchen} />
            )}
            {open === recipe.key && why === null && bag && (
              <OneRecipe recipe={recipe} bag={bag} kitchen={kitchen} onMade={() => setOpen(null)} />
            )}
          </View>
        );
      })}
    </View>
  );
}

function heatText({ heat, minutes }: PulpRecipe, kitchen: KnownKitchen): string {
  const where =
    heat === null ? '' : heat === 'pan' ? ' in a pan' : ` at ${formatTemp(heat.oven, kitchen.measures)}`;
  return `about ${minutes} min${where}`;
}

function makesText(recipe: PulpRecipe, bag: PulpBag, kitchen: KnownKitchen): string {
  const { makes } = scaledPulpRecipe(recipe, bag);
  const { one, many } = recipe.makes;
  return `Enough for about ${makes} ${makes === 1 ? one : many}, ${heatText(recipe, kitchen)}`;
}

/** From this much on cooks take cups for what they would spoon, mL. */
const CUP_FROM_ML = 60;

/** Cups where the kitchen measures so, spoons for a little, else grams. */
function unitOf({ massG, gPerMl }: PulpRecipePart, { measures }: KnownKitchen): 'cup' | 'g' | null {
  const spoons = gPerMl === null || massG / gPerMl < CUP_FROM_ML;
  return spoons ? null : measures === 'us' ? 'cup' : 'g';
}

/** A recipe for so much of the bag: amounts by its solids, its own water taken off. */
function OneRecipe({
  recipe,
  bag,
  kitchen,
  onMade,
}: {
  recipe: PulpRecipe;
  bag: PulpBag;
  kitchen: KnownKitchen;
  onMade: () => void;
}) {
  const record = useRecordPulp();
  const [massG, setMassG] = useState<number | null>(bag.massG);
  const { data: own = [] } = useOwnIngredients();
  const share = (massG ?? bag.massG) / bag.massG;
  const scaled = scaledPulpRecipe(recipe, { dryG: bag.dryG * share, waterG: bag.waterG * share });
  // A recipe of ours has its own; one of the cook's that of its use.
  const caution = recipe.caution ?? PULP_USE_CAUTIONS[recipe.use];
  const contained = bagAllergens(bag, { own });
  const more = pulpRecipeAllergens(recipe);
  const allergens = {
    ...contained,
    contains: [
      ...contained.contains,
      ...more.filter(({ allergen }) => !contained.contains.some((one) => one.allergen === allergen)),
    ],
  };
  return (
    <View style={styles.form}>
      <PartOfBag bag={bag} massG={massG} onMass={setMassG} />
      <View style={styles.list}>
        {scaled.parts.map((part) => (
          <AppText key={part.name}>
            {part.name}: {formatDose(part.massG, part, kitchen, unitOf(part, kitchen))}
          </AppText>
        ))}
        <AppText>
          {scaled.tooWetG > 0
            ? `No water: the pulp brings ${formatMass(scaled.tooWetG, kitchen)} more than it needs, so it takes longer.`
            : `Water: ${formatVolume(scaled.waterG, kitchen)}, besides what is in the pulp`}
        </AppText>
      </View>
      {recipe.steps.map((step) => (
        <AppText key={step}>{step}</AppText>
      ))}
      <AppText kind="small" tone="soft">
        Makes about {scaled.makes} {scaled.makes === 1 ? recipe.makes.one : recipe.makes.many},{' '}
        {heatText(recipe, kitchen)}. Contains: {allergensText(allergens)}
      </AppText>
      {caution !== undefined && <Notice kind="caution">{caution}</Notice>}
      <View style={styles.list}>
        <Button
          label={`Made: ${recipe.name.toLowerCase()}`}
          kind="main"
          disabled={massG === null}
          onPress={() => {
            if (massG === null) return;
            record(
              oldestFirst(bag, massG).map(({ batchId, portionId, massG: partG }) => ({
                batchId,
                event: {
                  type: 'pulp-taken',
                  portionId,
                  massG: partG,
                  became: recipe.use,
                  what: recipe.name,
                },
              })),
              `${recipe.name}, from ${formatMass(massG, kitchen)} of pulp.`,
            );
            onMade();
          }}
        />
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  list: { gap: SPACE.small },
  add: { flexDirection: 'row' },
  form: { gap: SPACE.medium },
  recipe: { borderTopWidth: 1, paddingTop: SPACE.small, gap: SPACE.medium },
  head: { flexDirection: 'row', alignItems: 'center', gap: SPACE.small },
  words: { flex: 1, minWidth: 0, gap: SPACE.hair },
});
