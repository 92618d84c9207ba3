import type { Judged, Verdict, VerdictThing } from '@humble-churn/core';
import { VERDICTS } from '@humble-churn/core';
import { View } from 'react-native';
import { Choice } from '../../ui/Choice';
import { VERDICT_LABELS, VERDICT_NAMES } from '../../ui/verdictLabels';
import { SPACE } from '../../ui/theme';
import type { GuideProps } from './guideProps';

/** What is seen and felt, each in a tap. A later tap counts in place of the earlier one. */
export function VerdictTaps({
  of,
  batch,
  record,
}: Pick<GuideProps, 'batch' | 'record'> & { of: readonly VerdictThing[] }) {
  const { verdicts } = batch.state;
  return (
    <View style={{ gap: SPACE.medium }}>
      {of.map((what) => (
        <Choice<Verdict>
          key={what}
          label={VERDICT_NAMES[what]}
          value={verdicts[what]}
          onChange={(verdict) => record.add([{ type: 'judged', ...({ what, verdict } as Judged) }])}
          options={VERDICTS[what].map((verdict) => ({
            value: verdict,
            label: VERDICT_LABELS[what][verdict] ?? verdict,
          }))}
        />
      ))}
    </View>
  );
}
