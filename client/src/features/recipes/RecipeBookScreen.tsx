import { useRouter } from 'expo-router';
import { useState } from 'react';
import { useWindowDimensions } from 'react-native';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { COLUMNS_FROM_PX, COLUMNS_MAX_PX, Columns } from '../../ui/Columns';
import { QueryFallback } from '../../ui/QueryFallback';
import { Panel } from '../../ui/Panel';
import { Screen } from '../../ui/Screen';
import { AppText } from '../../ui/AppText';
import { useKitchenModel } from '../../wire/kitchen';
import { useRecipes } from '../../wire/recipes';
import { ReadRecipe } from './ReadRecipe';
import { RecipeCard } from './RecipeCard';

/** The recipes this kitchen keeps, and the way in for others. */
export function RecipeBookScreen() {
  const router = useRouter();
  const wide = useWindowDimensions().width >= COLUMNS_FROM_PX;
  const [put, setPut] = useState<'in-use' | 'away'>('in-use');
  const { data, queries } = useKitchenModel();
  const recipes = useRecipes(put);
  if (!data || !recipes.data) {
    return <QueryFallback title="Recipe book" what="the recipes" queries={[...queries, recipes]} />;
  }
  const cards = recipes.data.map((kept) => <RecipeCard key={kept.id} kept={kept} {...data} />);
  return (
    <Screen
      title="Recipe book"
      maxWidth={COLUMNS_MAX_PX}
      aside={<Button label="To the bench" onPress={() => router.navigate('/bench')} />}
    >
      <Choice
        label="Show"
        hideLabel
        value={put}
        onChange={setPut}
        options={[
          { value: 'in-use', label: 'In the book' },
          { value: 'away', label: 'Archived' },
        ]}
      />
      {recipes.data.length === 0 && (
        <Panel title={put === 'away' ? 'Nothing is archived' : 'No recipe is saved yet'}>
          <AppText>
            {put === 'away'
              ? 'A recipe that is archived comes here, with all its versions.'
              : 'Make a milk on the bench the way you like it, give it a name and save it. Each time you change it, the version before stays.'}
          </AppText>
        </Panel>
      )}
      <Columns
        // Below one another they stay in their order.
        left={cards.filter((_, i) => !wide || i % 2 === 0)}
        right={
          <>
            {cards.filter((_, i) => wide && i % 2 === 1)}
            <ReadRecipe {...data} />
          </>
        }
      />
    </Screen>
  );
}
