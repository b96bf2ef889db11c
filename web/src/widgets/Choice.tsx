export interface Option<V extends string> {
  readonly value: V;
  readonly label: string;
}
/** Options under a heading of their own. */
export interface OptionGroup<V extends string> {
  readonly label: string;
  readonly options: readonly Option<V>[];
}

interface Props<V extends string> {
  readonly label: string;
  readonly value: V | null;
  readonly options: readonly (Option<V> | OptionGroup<V>)[];
  /** Said where nothing is chosen. */
  readonly placeholder?: string;
  readonly wide?: boolean;
  readonly invalid?: boolean;
  readonly onChange: (value: V) => void;
}

/**
 * One of many: the browser's own list, which finds by typing and opens as the device is used to.
 */
export function Choice<V extends string>(props: Props<V>): React.JSX.Element {
  const { label, value, options, placeholder, wide, invalid, onChange } = props;
  return (
    <select
      aria-label={label}
      aria-invalid={invalid}
      className={wide ? 'choice wide' : 'choice'}
      value={value ?? ''}
      onChange={(event) => onChange(event.target.value as V)}
    >
      {value === null && (
        <option value="" disabled hidden>
          {placeholder}
        </option>
      )}
      {options.map((one) =>
        'options' in one ? (
          <optgroup key={one.label} label={one.label}>
            {one.options.map((o) => (
              <option key={o.value} value={o.value}>
                {o.label}
              </option>
            ))}
          </optgroup>
        ) : (
          <option key={one.value} value={one.value}>
            {one.label}
          </option>
        ),
      )}
    </select>
  );
}
