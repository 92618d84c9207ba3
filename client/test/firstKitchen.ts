import type { FirstKitchen } from '@humble-churn/core';

/** A kitchen in which nobody avoids anything, with the usual gear. */
export const FIRST: FirstKitchen = {
  machine: 'standard-jug',
  strainer: 'fine-bag',
  people: [],
  measures: 'metric',
  cupSystem: 'us',
};
