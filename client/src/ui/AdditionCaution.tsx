import type { Addition } from '@humble-churn/core';
import { Notice } from './Notice';

/** What is to be watched with an addition; nothing where nothing is. */
export function AdditionCaution({ addition }: { addition: Addition }) {
  const { name, caution } = addition;
  return caution === '' ? null : <Notice kind="caution">{`${name}: ${caution}.`}</Notice>;
}
