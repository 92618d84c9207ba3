import type { Control, FieldValues, Path } from 'react-hook-form';
import { Controller } from 'react-hook-form';
import { AllergenToggles } from '../../ui/AllergenToggles';
import { Choice } from '../../ui/Choice';
import { FormToggle } from '../../ui/FormFields';

/** What every pack has: its allergens, and how it counts fibre. */
interface Pack extends FieldValues {
  allergens: Parameters<typeof AllergenToggles>[0]['chosen'];
  byRegion: boolean;
  carbIncludesFibre: boolean;
}

interface Props<P extends Pack> {
  control: Control<P>;
}

/** What the pack names of allergens. */
export function PackAllergens<P extends Pack>({ control }: Props<P>) {
  return (
    <>
      <Controller
        control={control}
        name={'allergens' as Path<P>}
        render={({ field }) => (
          <AllergenToggles
            label="Allergens on the pack; none chosen means none is listed"
            chosen={field.value}
            onChange={field.onChange}
          />
        )}
      />
      <FormToggle
        control={control}
        name={'byRegion' as Path<P>}
        label="Only some regions name them"
        note="they are named everywhere here all the same"
      />
    </>
  );
}

/** Whether the pack lists fibre beside carbohydrate or as part of it. */
export function FibreOnPack<P extends Pack>({ control }: Props<P>) {
  return (
    <Controller
      control={control}
      name={'carbIncludesFibre' as Path<P>}
      render={({ field }) => (
        <Choice
          label="On this pack fibre is"
          value={field.value ? 'in' : 'beside'}
          onChange={(where) => field.onChange(where === 'in')}
          options={[
            { value: 'beside', label: 'listed beside carbohydrate' },
            { value: 'in', label: 'part of carbohydrate' },
          ]}
        />
      )}
    />
  );
}
