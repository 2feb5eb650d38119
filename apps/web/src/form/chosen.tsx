import { useController, type Control, type FieldPath, type FieldPathValue, type FieldValues } from 'react-hook-form';

interface Chosen<Fields extends FieldValues, Path extends FieldPath<Fields>, Out> {
  control: Control<Fields, unknown, Out>;
  name: Path;
  /** Draws the field with its value, and what changes it. */
  children: (
    value: FieldPathValue<Fields, Path>,
    set: (value: FieldPathValue<Fields, Path>) => void,
  ) => React.ReactNode;
}

/** A field of a form that is chosen rather than typed. */
export function Chosen<Fields extends FieldValues, Path extends FieldPath<Fields>, Out>({
  control,
  name,
  children,
}: Chosen<Fields, Path, Out>) {
  const { field } = useController({ control, name });
  return children(field.value, field.onChange);
}
