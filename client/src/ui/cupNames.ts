import type { CupSystem } from '@humble-churn/core';

export const CUP_NAMES: Readonly<Record<CupSystem, string>> = {
  us: 'US cups',
  metric: 'metric cups',
  imperial: 'imperial cups',
};
