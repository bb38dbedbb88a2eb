/** What one upload may hold. */
export const MOST_UPLOAD_BYTES = 100_000_000;
export const MOST_UPLOAD_TOTAL = 600_000_000;
export const MOST_UPLOAD_FILES = 3000;
