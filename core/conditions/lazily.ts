/** What is made when it is first asked for, once. */
export function lazily<T>(make: () => T): () => T {
  let made: T | undefined;
  return () => (made ??= make());
}
