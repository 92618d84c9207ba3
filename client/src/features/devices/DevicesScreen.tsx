import { Panel } from '../../ui/Panel';
import { Screen } from '../../ui/Screen';
import { Words } from '../../ui/Words';
import { SimulatedProbe, SimulatedScale } from './SimulatedDevices';

/** The simulated devices on a page of their own, for a second window beside the counter. */
export function DevicesScreen() {
  return (
    <Screen title="Simulated devices">
      <Words tone="soft">
        A scale and a thermometer that are not there. Open the counter in another window and connect to them:
        what lies here is weighed there.
      </Words>
      <Panel title="Scale">
        <SimulatedScale />
      </Panel>
      <Panel title="Thermometer">
        <SimulatedProbe />
      </Panel>
    </Screen>
  );
}
