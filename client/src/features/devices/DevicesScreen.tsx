import { Panel } from '../../ui/Panel';
import { Screen } from '../../ui/Screen';
import { AppText } from '../../ui/AppText';
import { SimulatedProbe, SimulatedScale } from './SimulatedDevices';

/** The simulated devices on a page of their own, for a second window beside the counter. */
export function DevicesScreen() {
  return (
    <Screen title="Simulated devices">
      <AppText tone="soft">
        A scale and a thermometer that are not there. Open the counter in another window and connect to them:
        what lies here is weighed there.
      </AppText>
      <Panel title="Scale">
        <SimulatedScale />
      </Panel>
      <Panel title="Thermometer">
        <SimulatedProbe />
      </Panel>
    </Screen>
  );
}
