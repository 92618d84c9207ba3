import type { PulpBag } from '@humble-churn/core';
import { enoughFor } from '@humble-churn/core';
import { AppText } from '../../ui/AppText';
import { CardLink } from '../../ui/CardLink';
import { NutMark } from '../../ui/NutMark';
import type { KnownKitchen } from '../../wire/kitchen';
import { bagName } from './bagWords';

/** Bags in the freezer that by now are enough for something. */
export function EnoughPulp({ bags, kitchen }: { bags: readonly PulpBag[]; kitchen: KnownKitchen }) {
  return bags
    .filter(({ place, usedShare }) => place === 'freezer' && usedShare <= 1)
    .map((bag) => {
      const recipe = enoughFor(bag, kitchen.profile.pulpRecipes);
      return (
        recipe && (
          <CardLink key={bag.id} path="/pulp" marks={<NutMark ingredient={bag.nuts[0] ?? ''} size={40} />}>
            <AppText kind="strong">Enough for {recipe.name.toLowerCase()}</AppText>
            <AppText kind="small" tone="soft">
              {bagName(bag, kitchen)}, in the freezer
            </AppText>
          </CardLink>
        )
      );
    });
}
