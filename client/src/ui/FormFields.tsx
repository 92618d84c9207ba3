import type { Control, FieldPath, FieldValues } from 'react-hook-form';
import { Controller } from 'react-hook-form';
import type { Option } from './Choice';
import { Choice } from './Choice';
import { NameField } from './NameField';
import { QuantityField } from './QuantityField';
import { Toggle } from './Toggle';

interface Held<F extends FieldValues> {
  control: Control<F>;
  name: FieldPath<F>;
  label: string;
}

/** A line of text held by a form. `trouble` is said under it when the form turns it away. */
export function FormName<F extends FieldValues>({
  control,
  name,
  label,
  trouble,
  note,
  maxLength = 60,
  shape = (text) => text,
}: Held<F> & {
  trouble: string;
  note?: string;
  maxLength?: number;
  shape?: (text: string) => string;
}) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => (
        <NameField
          label={label}
          value={field.value ?? ''}
          onChange={(text) => field.onChange(shape(text))}
          onBlur={field.onBlur}
          maxLength={maxLength}
          error={fieldState.error ? trouble : null}
          {...(note !== undefined && { note })}
        />
      )}
    />
  );
}

/** A number held by a form; what is no number makes keeping fail rather than keep the one before. */
export function FormQuantity<F extends FieldValues>({
  control,
  name,
  label,
  unit,
  min,
  max,
  optional = false,
  note,
  stacked = true,
}: Held<F> & {
  unit: string;
  min: number;
  max: number;
  optional?: boolean;
  note?: string;
  stacked?: boolean;
}) {
  const range = `Between ${min} and ${max} ${unit}.`;
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => {
        const value = field.value as number | null | undefined;
        return (
          <QuantityField
            stacked={stacked}
            label={label}
            unit={unit}
            shown={value === null || value === undefined || Number.isNaN(value) ? '' : String(value)}
            {...(optional && { onEmpty: () => field.onChange(null) })}
            onNumber={(typed) => {
              if (!(typed >= min && typed <= max)) return range;
              field.onChange(typed);
              return null;
            }}
            onTrouble={() => field.onChange(NaN)}
            error={fieldState.error ? range : null}
            {...(note !== undefined && { note })}
          />
        );
      }}
    />
  );
}

/** One of several, held by a form. */
export function FormChoice<F extends FieldValues, T extends string | number>({
  control,
  name,
  label,
  options,
}: Held<F> & { options: readonly Option<T>[] }) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <Choice label={label} value={field.value} onChange={field.onChange} options={options} />
      )}
    />
  );
}

/** Something that is so or not, held by a form. */
export function FormToggle<F extends FieldValues>({
  control,
  name,
  label,
  note,
}: Held<F> & { note: string }) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field }) => <Toggle label={label} note={note} on={field.value} onChange={field.onChange} />}
    />
  );
}
