import { refusalMessage } from '@humble-churn/contract';
import { StyleSheet, View } from 'react-native';
import { usePlans } from '../../wire/plans';
import { useActiveBatches } from '../../wire/batches';
import { useKitchenModel } from '../../wire/kitchen';
import { useRecipes } from '../../wire/recipes';
import { AppText } from '../../ui/AppText';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { QueryFallback } from '../../ui/QueryFallback';
import { Screen } from '../../ui/Screen';
import { SPACE } from '../../ui/theme';
import { KeptPlans } from './KeptPlans';
import { NoFit } from './NoFit';
import { Proposal } from './Proposal';
import { Ribbon } from './Ribbon';
import { WishForm } from './WishForm';
import type { DaysData } from './useDays';
import { useKitchenWords } from '../../ui/measures';
import { DaysProvider, useDays, useDaysOf } from './useDays';

/** What is planned for the days ahead, and the next glass to plan for. */
export function DaysScreen() {
  const batches = useActiveBatches();
  const { data, queries } = useKitchenModel();
  const plans = usePlans();
  const recipes = useRecipes('in-use');
  if (!batches.data || !data || !plans.data || !recipes.data) {
    return (
      <QueryFallback title="Days" what="the days ahead" queries={[batches, plans, recipes, ...queries]} />
    );
  }
  return (
    <DaysAhead
      // A book that was thought to be empty is asked for its first wish anew once it is known.
      key={recipes.data.length === 0 ? 'empty' : 'kept'}
      batches={batches.data}
      {...data}
      plans={plans.data}
      recipes={recipes.data.map(({ recipe }) => recipe)}
    />
  );
}

function DaysAhead(data: DaysData) {
  const days = useDaysOf(data);
  const { moving, refusal } = days;
  const words = useKitchenWords();
  return (
    <DaysProvider value={days}>
      <Screen title="Days" maxWidth={1100}>
        <Ribbon />
        {!moving && <WishForm />}
        {!moving && refusal && <Notice kind="error">{words(refusalMessage(refusal))}</Notice>}
        <Proposal />
        {!moving && <Settled />}
        {!moving && <WhereItFits />}
        {!moving && <NoFit />}
        <KeptPlans />
      </Screen>
    </DaysProvider>
  );
}

/** The wish has led to a plan. */
function Settled() {
  const { settled, dispatch } = useDays();
  if (!settled) return null;
  return (
    <Panel title={`${settled.recipe.name}: kept`}>
      <AppText>
        It stands among the planned batches. For another one choose its milk, day or time above.
      </AppText>
      <View style={styles.row}>
        <Button label="One more for the same glass" onPress={() => dispatch({ type: 'once-more' })} />
      </View>
    </Panel>
  );
}

/** While nothing is found yet, and when it could not be looked for. */
function WhereItFits() {
  const { state, fitting } = useDays();
  const { wanted, fitted, done, error, retry } = fitting;
  if (error) {
    return (
      <Panel title="Where it fits">
        <Notice kind="error">{error.message}</Notice>
        <View style={styles.row}>
          <Button label="Try again" onPress={retry} />
        </View>
      </Panel>
    );
  }
  const working = wanted ? !fitted : !state.wishKnown;
  if (!working) return null;
  return (
    <Panel title="Where it fits">
      <AppText live="polite">Being worked out…</AppText>
      {done !== null && <AppText tone="soft">{Math.round(done * 100)} % searched</AppText>}
    </Panel>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.small, alignItems: 'center' },
});
