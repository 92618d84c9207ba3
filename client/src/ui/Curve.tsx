import { Suspense, lazy } from 'react';
import { View } from 'react-native';
import { AppText } from './AppText';
import type { CurveProps } from './curveShape';
import { plotHeight } from './curveShape';

const CurveDrawn = lazy(() => import('./CurveDrawn'));

/** Curves over one x. What draws them is loaded with the first that is shown; until then its place is kept. */
export function Curve(props: CurveProps) {
  return (
    <Suspense
      fallback={
        <View>
          <AppText kind="strong">{props.title}</AppText>
          <View style={{ width: props.width, height: plotHeight(props.lines.length) }} />
        </View>
      }
    >
      <CurveDrawn {...props} />
    </Suspense>
  );
}
