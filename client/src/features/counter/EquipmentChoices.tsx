import { View } from 'react-native';
import { MachineUsedChoices, StrainerUsedChoices } from '../../ui/GearChoices';
import { SPACE } from '../../ui/theme';
import type { GuideProps } from './guideProps';

/** Other gear than planned, as it is really used: the batch is computed anew with it. */
export function EquipmentChoices({ batch, kitchen, record }: GuideProps) {
  const { state } = batch;
  const { blend, strain, intoGlass } = state.recipe;
  const { machines, strainers } = kitchen.profile;
  const blended = state.steps.some(({ kind, doneAtMs }) => kind === 'blend' && doneAtMs !== null);
  const { machine, machineName, powerW, fillLineMl, speed } = blend;
  const { strainer, strainerName, squeeze, second } = strain;
  return (
    <View style={{ gap: SPACE.medium }}>
      {!blended && (
        <MachineUsedChoices
          used={{ machine, machineName, powerW, fillLineMl, speed }}
          machines={machines}
          onChange={(used) => record.add([{ type: 'equipment-used', blend: used }])}
        />
      )}
      {intoGlass !== true && (
        <StrainerUsedChoices
          used={{ strainer, strainerName, squeeze, second }}
          blend={blend}
          strainers={strainers}
          onChange={(used) => record.add([{ type: 'equipment-used', strain: used }])}
        />
      )}
    </View>
  );
}
