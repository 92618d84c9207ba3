import { z } from 'zod';

/** The context of a recipe's JSON-LD, in which our own form rides along under `ownForm`. */
export function ownContext(ownForm: string): unknown[] {
  return [
    'https://schema.org',
    { humbleChurn: 'urn:humble-churn:', [ownForm]: { '@id': ownForm, '@type': '@json' } },
  ];
}

/** Minutes as an ISO 8601 duration. */
export function duration(minutes: number): string {
  const whole = Math.max(1, Math.round(minutes));
  const h = Math.floor(whole / 60);
  return `PT${h > 0 ? `${h}H` : ''}${whole % 60 > 0 || h === 0 ? `${whole % 60}M` : ''}`;
}

const NodeSchema = z.looseObject({
  '@type': z.union([z.string(), z.array(z.string())]).optional(),
  '@graph': z.array(z.unknown()).optional(),
});

/** The first node of type Recipe: the thing itself, in a list, or in a graph. */
export function findRecipeNode(value: unknown): Record<string, unknown> | null {
  if (Array.isArray(value)) {
    for (const one of value) {
      const found = findRecipeNode(one);
      if (found) return found;
    }
    return null;
  }
  const node = NodeSchema.safeParse(value);
  if (!node.success) return null;
  const types = [node.data['@type'] ?? []].flat();
  if (types.includes('Recipe')) return node.data;
  return findRecipeNode(node.data['@graph'] ?? []);
}
