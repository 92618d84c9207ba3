import type { MeasureKind } from '@humble-churn/core';
import { typedFigure } from '@humble-churn/core';
import { createContext, use } from 'react';
import type { Control, FieldPath, FieldValues } from 'react-hook-form';
import { Controller } from 'react-hook-form';
import type { z } from 'zod';
import type { Option } from './Choice';
import { Choice } from './Choice';
import { MeasureField } from './MeasureField';
import { NameField } from './NameField';
import { QuantityField } from './QuantityField';
import { Toggle } from './Toggle';
import { useFieldMeasure } from './measures';
import type { Bounds } from './schemaBounds';
import { boundsAt } from './schemaBounds';

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
  stacked = true,
  shape = (text) => text,
}: Held<F> & {
  trouble: string;
  note?: string;
  maxLength?: number;
  stacked?: boolean;
  shape?: (text: string) => string | null;
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
          stacked={stacked}
          error={fieldState.error ? trouble : null}
          {...(note !== undefined && { note })}
        />
      )}
    />
  );
}

/** The schema that a form's numbers are bounded by. */
export const FormSchemaContext = createContext<z.ZodType | null>(null);

/** Between what a number of the form must lie. */
function useFormBounds(name: string): Bounds {
  const schema = use(FormSchemaContext);
  if (!schema) throw new Error('A number field of a form stands in a FormSchemaContext.');
  return boundsAt(schema, name);
}

/** A number held by a form; what is no number makes keeping fail rather than keep the one before. */
export function FormQuantity<F extends FieldValues>({
  control,
  name,
  label,
  unit,
  per = 1,
  optional = false,
  note,
  stacked = true,
}: Held<F> & {
  unit: string;
  /** What is held for one of what is shown. */
  per?: number;
  optional?: boolean;
  note?: string;
  stacked?: boolean;
}) {
  const { min, max } = useFormBounds(name);
  const range = `Between ${typedFigure(min / per)} and ${typedFigure(max / per)} ${unit}.`;
  return (
    <Controller
      control={control}
      name={name}
      render={({ field, fieldState }) => {
        const value = field.value as number | null | undefined;
        const none = value === null || value === undefined || Number.isNaN(value);
        return (
          <QuantityField
            stacked={stacked}
            label={label}
            unit={unit}
            // A price converted from another volume has more figures than anybody wrote.
            shown={none ? '' : per === 1 ? String(Number(value.toPrecision(6))) : typedFigure(value / per)}
            {...(optional && { onEmpty: () => field.onChange(null) })}
            onNumber={(typed) => {
              const held = typed * per;
              if (!(held >= min && held <= max)) return range;
              field.onChange(held);
              return null;
            }}
            onTrouble={() => field.onChange(NaN)}
            error={
              fieldState.error?.type === 'refused'
                ? (fieldState.error.message ?? range)
                : fieldState.error
                  ? range
                  : null
            }
            {...(note !== undefined && { note })}
          />
        );
      }}
    />
  );
}

/** A temperature, volume or mass held by a form, in the kitchen's own units. */
export function FormMeasure<F extends FieldValues>({
  control,
  name,
  kind,
  optional = false,
  ...field
}: Held<F> & { kind: MeasureKind; optional?: boolean; note?: string; stacked?: boolean; tooLow?: string }) {
  const range = useFormBounds(name);
  const { shown, unitName } = useFieldMeasure(kind);
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: held, fieldState }) => (
        <MeasureField
          stacked
          {...field}
          kind={kind}
          value={Number.isNaN(held.value) ? null : (held.value ?? null)}
          range={range}
          {...(optional && { onEmpty: () => held.onChange(null) })}
          onValue={(value) => {
            held.onChange(value);
          }}
          onTrouble={() => held.onChange(NaN)}
          error={fieldState.error ? `Between ${shown(range.min)} and ${shown(range.max)} ${unitName}.` : null}
        />
      )}
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
