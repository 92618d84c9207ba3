import { NOT_ALL_SEARCHED, noTimeMessage } from '@humble-churn/contract';
import { startTimesOf } from '@humble-churn/core';
import { AppText } from '../../ui/AppText';
import { Panel } from '../../ui/Panel';
import { OneOffer, RoomOffer } from './Alternatives';
import { useDays, useDaysActs } from './useDays';

/** What stands in the way of a wish, and what fits instead. */
export function NoFit() {
  const { state, fitting } = useDays();
  const { save, saveWithRoom } = useDaysActs();
  const { wanted, fitted, current, done } = fitting;
  if (!wanted || !fitted || fitted.found.ok) return null;
  const { found, job, room, offers } = fitted;
  return (
    <Panel title="It does not fit">
      <AppText>{noTimeMessage(found.tightest)}</AppText>
      {!found.proven && <AppText tone="soft">{NOT_ALL_SEARCHED}</AppText>}
      {!room && offers.length === 0 && (
        <AppText tone="soft">Nothing else fits either. Choose a later glass.</AppText>
      )}
      {!current && done !== null && (
        <AppText tone="soft">For the new wish: {Math.round(done * 100)} % searched</AppText>
      )}
      {room && (
        <RoomOffer
          room={room}
          working={!current}
          onTake={() => saveWithRoom(room, { ...job, glassMs: state.wish.glassMs, soakedAlready: false })}
        />
      )}
      {offers.map((offer) => (
        <OneOffer
          key={offer.kind}
          offer={offer}
          working={!current}
          onTake={() =>
            save({
              ...offer,
              moments: startTimesOf(offer.placed),
              soakedAlready: offer.kind === 'frozen-soaked',
            })
          }
        />
      ))}
    </Panel>
  );
}
