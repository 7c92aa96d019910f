/** A small button on a drawing. */
export function ToolButton({
  label,
  sign,
  act,
  pressed,
}: {
  readonly label: string;
  readonly sign: string;
  readonly act: () => void;
  readonly pressed?: boolean;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      {...(pressed === undefined ? {} : { "aria-pressed": pressed })}
      onClick={act}
      className="h-6 min-w-6 rounded border border-rule bg-paper px-1 hover:text-copper aria-pressed:border-copper aria-pressed:text-copper"
    >
      {sign}
    </button>
  );
}
