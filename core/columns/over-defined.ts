/**
 * Runs a calculation over the defined values of a column and puts its results back in their rows: windows and
 * recursions count an instrument's own bars, and a row without a value has no result (method 0, A02).
 * @param values a column with NaN anywhere
 * @param calculate from the defined values, in order, to as many results; not called for an empty column
 * @returns a column of the same length, NaN where `values` is NaN
 * @example overDefined(Float64Array.of(NaN, 1, NaN, 2), (own) => own.map((x) => 10 * x)) // => [NaN, 10, NaN, 20]
 */
export function overDefined(values: Float64Array, calculate: (own: Float64Array) => Float64Array): Float64Array {
  const [first, last, count] = extent(values);
  const out = new Float64Array(values.length).fill(NaN);
  if (count === 0) return out;
  if (count === last - first + 1) {
    out.set(calculate(values.subarray(first, last + 1)), first);
    return out;
  }
  const own = gather(values, values, first, last, count);
  scatter(calculate(own), values, first, last, out);
  return out;
}

/**
 * As `overDefined` for bars of several columns: a bar is a row with a close (method 0, A02).
 * @param close the column that says where there is a bar
 * @param columns further columns of the same length
 * @param calculate from the columns reduced to own bars (the close first) to as many results
 * @returns a column of the same length, NaN on rows without a bar
 */
export function overBars(
  close: Float64Array,
  columns: readonly Float64Array[],
  calculate: (close: Float64Array, ...columns: Float64Array[]) => Float64Array,
): Float64Array {
  const [first, last, count] = extent(close);
  const out = new Float64Array(close.length).fill(NaN);
  if (count === 0) return out;
  if (count === last - first + 1) {
    const cut = (c: Float64Array) => c.subarray(first, last + 1);
    out.set(calculate(cut(close), ...columns.map(cut)), first);
    return out;
  }
  const own = (c: Float64Array) => gather(c, close, first, last, count);
  scatter(calculate(own(close), ...columns.map(own)), close, first, last, out);
  return out;
}

/**
 * As `overBars` for a calculation with several results.
 * @param close the column that says where there is a bar
 * @param columns further columns of the same length
 * @param calculate from the columns reduced to own bars (the close first) to named columns of as many results
 * @param names the results' names
 * @returns the named columns, NaN on rows without a bar
 */
export function overBarsEach<K extends string>(
  close: Float64Array,
  columns: readonly Float64Array[],
  names: readonly K[],
  calculate: (close: Float64Array, ...columns: Float64Array[]) => Record<K, Float64Array>,
): Record<K, Float64Array> {
  const [first, last, count] = extent(close);
  const out = Object.fromEntries(names.map((name) => [name, new Float64Array(close.length).fill(NaN)])) as Record<
    K,
    Float64Array
  >;
  if (count === 0) return out;
  const own = (c: Float64Array) => gather(c, close, first, last, count);
  const results = calculate(own(close), ...columns.map(own));
  for (const name of names) scatter(results[name], close, first, last, out[name]);
  return out;
}

/**
 * The rows of an instrument's own bars, and columns of those alone: what is found among them is brought back by its row.
 * @param close the column that says where there is a bar
 * @param columns any columns of the same length, by name
 */
export function ownBars<K extends string>(
  close: Float64Array,
  columns: Readonly<Record<K, Float64Array>>,
): { readonly rows: Int32Array; readonly bars: Readonly<Record<K, Float64Array>> } {
  const [first, last, count] = extent(close);
  const rows = new Int32Array(count);
  for (let i = Math.max(0, first), k = 0; i <= last; i++) if (!Number.isNaN(close[i])) rows[k++] = i;
  const own = (c: Float64Array) => gather(c, close, Math.max(0, first), last, count);
  return {
    rows,
    bars: Object.fromEntries(Object.entries<Float64Array>(columns).map(([name, c]) => [name, own(c)])) as Record<K, Float64Array>,
  };
}

/**
 * The row from which on there are so many bars before a row.
 * @param close the column that says where there is a bar
 * @returns 0 where there are fewer
 * @example rowBack(Float64Array.of(1, NaN, 3, 4), 3, 2) // => 0
 */
export function rowBack(close: Float64Array, row: number, many: number): number {
  let s = row;
  for (let own = 0; s > 0 && own < many;) {
    s--;
    if (close[s] === close[s]) own++;
  }
  return s;
}

function extent(values: Float64Array): [first: number, last: number, count: number] {
  let first = -1;
  let last = -1;
  let count = 0;
  for (let i = 0; i < values.length; i++) {
    const x = values[i]!;
    if (x !== x) continue;
    if (first < 0) first = i;
    last = i;
    count++;
  }
  return [first, last, count];
}

function gather(source: Float64Array, where: Float64Array, first: number, last: number, count: number): Float64Array {
  const own = new Float64Array(count);
  for (let i = first, k = 0; i <= last; i++) if (!Number.isNaN(where[i])) own[k++] = source[i]!;
  return own;
}

function scatter(own: Float64Array, where: Float64Array, first: number, last: number, out: Float64Array): void {
  for (let i = first, k = 0; i <= last; i++) if (!Number.isNaN(where[i])) out[i] = own[k++]!;
}
