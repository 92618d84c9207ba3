import { PairScreen } from '~/features/phones';
import { useLetIn } from '~/wire/letIn';

export default function Pair() {
  const letIn = useLetIn();
  return <PairScreen letIn={letIn} />;
}
