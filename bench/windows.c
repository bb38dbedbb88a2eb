/*
 * Reference for the bench: date windows in plain scalar C. For every instrument, start day and hold of 5 to 60 sessions the rises
 * and falls over its ten latest years, and over the ten before its three latest; and how often holds of each length rose and fell
 * on any date. Reads sessions x start days of entries (years, latest last; -1 for none) and instruments x sessions closes (NaN where there
 * is no bar); prints milliseconds, hits of at least nine, and the sum of all rises of holds.
 */
#include <math.h>
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <time.h>

enum { SHORTEST = 5, LONGEST = 60, DAYS = 366, YEARS = 10, HELD = 3, LEAST = 9 };

static double now(void) {
  struct timespec t;
  clock_gettime(CLOCK_MONOTONIC, &t);
  return 1e3 * t.tv_sec + 1e-6 * t.tv_nsec;
}

int main(int argc, char **argv) {
  if (argc < 6) return 2;
  const int count = atoi(argv[3]), sessions = atoi(argv[4]), years = atoi(argv[5]);
  const size_t size = (size_t)count * sessions;
  double *close = malloc(size * sizeof *close);
  int32_t *entries = malloc((size_t)DAYS * years * sizeof *entries);
  FILE *f = fopen(argv[1], "rb"), *g = fopen(argv[2], "rb");
  if (!f || fread(close, sizeof *close, size, f) != size) return 1;
  if (!g || fread(entries, sizeof *entries, (size_t)DAYS * years, g) != (size_t)DAYS * years) return 1;
  double best = 1e300;
  uint64_t hits = 0, rises = 0;
  for (int round = 0; round < 5; round++) {
    hits = rises = 0;
    const double start = now();
    for (int i = 0; i < count; i++) {
      const double *c = close + (size_t)i * sessions;
      for (int d = 0; d < DAYS; d++) {
        for (int h = SHORTEST; h <= LONGEST; h++) {
          int met = 0, up = 0, down = 0, held_up = 0, held_down = 0;
          for (int y = years - 1; y >= 0 && met < YEARS + HELD; y--) {
            const int e = entries[d * years + y];
            if (e < 0 || e + h >= sessions) continue;
            const double from = c[e], to = c[e + h];
            if (from != from || to != to) continue;
            const double move = to - from, margin = 1e-9 * fabs(from);
            const int rose = move > margin, fell = -move > margin;
            if (met < YEARS) up += rose, down += fell;
            if (met >= HELD) held_up += rose, held_down += fell;
            met++;
          }
          if (met >= YEARS) hits += (up >= LEAST) + (down >= LEAST);
          if (met >= YEARS + HELD) hits += (held_up >= LEAST) + (held_down >= LEAST);
        }
      }
      const int first = entries[years - 1 - YEARS] < 0 ? 0 : entries[years - 1 - YEARS];
      for (int h = SHORTEST; h <= LONGEST; h++)
        for (int s = first; s + h < sessions; s++) {
          const double move = c[s + h] - c[s], margin = 1e-9 * fabs(c[s]);
          rises += move > margin;
          rises += -move > margin;
        }
    }
    const double took = now() - start;
    if (took < best) best = took;
  }
  printf("%.3f %llu %llu\n", best, (unsigned long long)hits, (unsigned long long)rises);
  return 0;
}
