import { useState } from 'react';
import { Notice } from '../../ui/Notice';
import { Panel } from '../../ui/Panel';
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
