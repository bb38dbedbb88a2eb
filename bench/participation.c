/*
 * Reference for the bench: participation above EMA(5, 10, 20, 50, 200) and all five, over all history, in scalar C.
 * Reads instruments x sessions closes (NaN where there is no bar) and member marks; prints milliseconds and a checksum.
 */
#include <math.h>
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <time.h>

static double now(void) {
  struct timespec t;
  clock_gettime(CLOCK_MONOTONIC, &t);
  return 1e3 * t.tv_sec + 1e-6 * t.tv_nsec;
}

int main(int argc, char **argv) {
  if (argc < 4) return 2;
  const int count = atoi(argv[2]), sessions = atoi(argv[3]);
  const size_t n = (size_t)count * sessions;
  double *close = malloc(n * sizeof *close);
  uint8_t *member = malloc(n);
  FILE *f = fopen(argv[1], "rb");
  if (!f || fread(close, sizeof *close, n, f) != n || fread(member, 1, n, f) != n) return 1;
  static const int horizon[5] = {5, 10, 20, 50, 200};
  uint16_t *above = calloc((size_t)6 * sessions, sizeof *above), *counted = calloc((size_t)6 * sessions, sizeof *counted);
  double best = 1e300;
  for (int round = 0; round < 5; round++) {
    memset(above, 0, (size_t)6 * sessions * sizeof *above);
    memset(counted, 0, (size_t)6 * sessions * sizeof *counted);
    const double start = now();
    for (int i = 0; i < count; i++) {
      double e[5] = {0};
      int seen = 0;
      for (int s = 0; s < sessions; s++) {
        const double c = close[(size_t)i * sessions + s];
        if (c != c) continue;
        seen++;
        int up = 0, known = 0;
        for (int h = 0; h < 5; h++) {
          if (seen > horizon[h]) e[h] += 2.0 / (horizon[h] + 1) * (c - e[h]);
          else {
            e[h] += c;
            if (seen == horizon[h]) e[h] /= horizon[h];
          }
          if (seen < horizon[h] || !member[(size_t)i * sessions + s]) continue;
          known++;
          counted[h * sessions + s]++;
          if (c - e[h] > 1e-9 * fabs(e[h])) {
            above[h * sessions + s]++;
            up++;
          }
        }
        if (known == 5) {
          counted[5 * sessions + s]++;
          if (up == 5) above[5 * sessions + s]++;
        }
      }
    }
    const double took = now() - start;
    if (took < best) best = took;
  }
  uint64_t sum = 0;
  for (int k = 0; k < 6 * sessions; k++) sum += (uint64_t)above[k] * (k % 97 + 1) + counted[k];
  printf("%.3f %llu\n", best, (unsigned long long)sum);
  return 0;
}
