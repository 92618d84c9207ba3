import { AppText } from '../../ui/AppText';
import { Screen } from '../../ui/Screen';
import { QueryFallback } from '../../ui/QueryFallback';
import { useNowMs } from '../../wire/clock';
import { useKitchen } from '../../wire/kitchen';
import { FiveDays } from './FiveDays';
import { ImportLog } from './ImportLog';
import { LiveLog } from './LiveLog';
import { LogCurve } from './LogCurve';
import { Readings } from './Readings';
import { TypeReading } from './TypeReading';

/** How warm the fridge really was: seen as a curve, typed, imported, read off a thermometer, and put right. */
export function FridgeScreen() {
  const kitchen = useKitchen();
  const nowMs = useNowMs(30_000);
  if (!kitchen.data) return <QueryFallback title="The fridge" what="the fridge’s log" queries={[kitchen]} />;
  const { data } = kitchen;
  return (
    <Screen title="The fridge">
      <LogCurve kitchen={data} nowMs={nowMs} />
      <FiveDays kitchen={data} nowMs={nowMs} />
      <TypeReading kitchen={data} nowMs={nowMs} />
      <LiveLog kitchen={data} />
      <ImportLog kitchen={data} />
      <Readings kitchen={data} nowMs={nowMs} />
      <AppText kind="small" tone="soft">
        A thermometer in a glass of water on the middle shelf reads what the milk feels; the door is warmer.
      </AppText>
    </Screen>
  );
}
