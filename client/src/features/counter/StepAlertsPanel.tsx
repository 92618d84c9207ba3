import { useState } from 'react';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
import { AppText } from '../../ui/AppText';
import { Toggle } from '../../ui/Toggle';
import type { Ways } from './attention';
import { askToNotify, canNotify, chime, speak } from './attention';

/** How the cook wants to be called on this device. */
export function StepAlertsPanel({
  ways,
  onChange,
}: {
  ways: Ways;
  onChange: (change: Partial<Ways>) => void;
}) {
  const [refused, setRefused] = useState(false);
  return (
    <Panel title="How to call you">
      <AppText kind="small" tone="soft">
        On this device, for each clock at the counter and when a plan begins, as long as the app is open. One
        that the phone put to sleep calls nobody: set the phone’s own alarm, too.
      </AppText>
      <Toggle
        label="Chime when time is up"
        on={ways.chime}
        onChange={(on) => {
          onChange({ chime: on });
          if (on) chime();
        }}
      />
      <Toggle
        label="Say it aloud"
        on={ways.speech}
        onChange={(on) => {
          onChange({ speech: on });
          if (on) speak('I will say when time is up.');
        }}
      />
      {!canNotify() && (
        <AppText kind="small" tone="soft">
          This browser does not let the page notify here: it was refused, the page is not secure, or a phone
          wants the app on its home screen first.
        </AppText>
      )}
      {canNotify() && (
        <Toggle
          label="Notify while the page is out of sight"
          on={ways.notice}
          onChange={(on) => {
            if (!on) {
              onChange({ notice: false });
              return;
            }
            void askToNotify().then((given) => {
              setRefused(!given);
              onChange({ notice: given });
            });
          }}
        />
      )}
      {refused && (
        <Notice kind="caution">The browser does not let this page notify. The chime still sounds.</Notice>
      )}
      <Toggle
        label="Take steady readings of the scale by themselves"
        note="after two seconds"
        on={ways.handsFree}
        onChange={(on) => onChange({ handsFree: on })}
      />
    </Panel>
  );
}
