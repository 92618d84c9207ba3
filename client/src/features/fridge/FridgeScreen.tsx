import { FIRST_FRIDGE, formatSetTemp } from '@humble-churn/core';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { AppText } from '../../ui/AppText';
import { Choice } from '../../ui/Choice';
import { kitchenFridges } from '../../ui/kitchenFridges';
import { Screen } from '../../ui/Screen';
import { QueryFallback } from '../../ui/QueryFallback';
import { useNowMs } from '../../wire/clock';
import { useKitchen } from '../../wire/kitchen';
import type { FridgeProps } from './fridgeProps';
import { FiveDays } from './FiveDays';
import { ImportLog } from './ImportLog';
import { LiveLog } from './LiveLog';
import { LogCurve } from './LogCurve';
import { Readings } from './Readings';
import { TypeReading } from './TypeReading';

/** Which fridge the address asks for; it stays through a reload. */
function useAskedFridge(): [string, (id: string) => void] {
  const router = useRouter();
  const { fridge } = useLocalSearchParams();
  return [typeof fridge === 'string' ? fridge : FIRST_FRIDGE, (id) => router.setParams({ fridge: id })];
}

function FridgeLog(props: FridgeProps) {
  return (
    <>
      <LogCurve {...props} />
      <FiveDays {...props} />
      <TypeReading {...props} />
      <LiveLog {...props} />
      <ImportLog {...props} />
      <Readings {...props} />
    </>
  );
}

/** How warm the fridge really was: seen as a curve, typed, imported, read off a thermometer, and put right. */
export function FridgeScreen() {
  const kitchen = useKitchen();
  const nowMs = useNowMs(30_000);
  const [fridgeId, setFridgeId] = useAskedFridge();
  if (!kitchen.data) return <QueryFallback title="The fridge" what="the fridge’s log" queries={[kitchen]} />;
  const { data } = kitchen;
  const fridges = kitchenFridges(data);
  const fridge = fridges.find(({ id }) => id === fridgeId) ?? fridges[0];
  return (
    <Screen title="The fridge">
      {fridges.length > 1 && (
        <Choice
          label="Which fridge"
          value={fridge.id}
          onChange={setFridgeId}
          options={fridges.map(({ id, name, tempC }) => ({
            value: id,
            label: `${name}, ${formatSetTemp(tempC, data.measures)}`,
          }))}
        />
      )}
      <FridgeLog key={fridge.id} kitchen={data} fridge={fridge} nowMs={nowMs} />
      <AppText kind="small" tone="soft">
        A thermometer in a glass of water on the middle shelf reads what the milk feels; the door is warmer.
      </AppText>
    </Screen>
  );
}
