/** A number set into a sentence: taken when it is whole and within its bounds, else put back. */
export function NumberField({
  label,
  value,
  least,
  most,
  onNumber,
}: {
  label: string;
  value: number;
  least: number;
  most: number;
  onNumber: (value: number) => void;
}) {
  const take = (field: HTMLInputElement): void => {
    const next = Number(field.value);
    if (next === value) return;
    if (Number.isInteger(next) && next >= least && next <= most) onNumber(next);
    else field.value = String(value);
  };
  return (
    <input
      type="number"
      aria-label={label}
      min={least}
      max={most}
      key={value}
      defaultValue={value}
      onBlur={(event) => take(event.currentTarget)}
      onKeyDown={(event) => {
        if (event.key === 'Enter') take(event.currentTarget);
      }}
      className="min-w-[2.4em] border-0 border-b-2 border-accent/70 bg-transparent py-0.5 font-serif text-[1.05em] leading-tight font-bold [field-sizing:content]"
    />
  );
}
