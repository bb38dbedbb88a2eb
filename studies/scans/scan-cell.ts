/** A value as it stands in a cell: a state by its name. */
export function cellOf({ labels }: { readonly labels?: Readonly<Record<string, number>> }, value: number): number | string {
  if (!labels) return value;
  return Object.keys(labels).find((name) => labels[name] === value) ?? "";
}
