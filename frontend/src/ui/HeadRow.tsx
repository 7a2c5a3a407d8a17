interface Column {
  label: string;
  /** Figures stand to the right. */
  right?: boolean;
  /** Said to screen readers alone. */
  hidden?: boolean;
}

/** The head of a table: small, soft, one word or two a column. */
export function HeadRow({ columns }: { columns: readonly Column[] }) {
  return (
    <thead>
      <tr className="text-left text-[13px] text-soft">
        {columns.map(({ label, right, hidden }) => (
          <th key={label} scope="col" className={`py-1 pr-3 font-semibold ${right ? "text-right" : ""}`}>
            {hidden ? <span className="sr-only">{label}</span> : label}
          </th>
        ))}
      </tr>
    </thead>
  );
}
