/*
 * Reference for the bench: "it has closed lower at least 2 times running and its close is above its n-session simple average"
 * on every session of every instrument, in scalar C. Reads instruments x sessions closes (NaN where there is no bar); prints
 * milliseconds and how often it is true.
 */
#include <math.h>
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <time.h>

static double now(void) {
  struct timespec t;
  clock_gettime(CLOCK_MONOTONIC, &t);
  return 1e3 * t.tv_sec + 1e-6 * t.tv_nsec;
}

int main(int argc, char **argv) {
  if (argc < 5) return 2;
  const int count = atoi(argv[2]), sessions = atoi(argv[3]), n = atoi(argv[4]);
  const size_t size = (size_t)count * sessions;
  double *close = malloc(size * sizeof *close), *own = malloc(sessions * sizeof *own);
  uint8_t *truth = malloc(size);
  FILE *f = fopen(argv[1], "rb");
  if (!f || fread(close, sizeof *close, size, f) != size) return 1;
  double best = 1e300;
  uint64_t sum = 0;
  for (int round = 0; round < 5; round++) {
    sum = 0;
    const double start = now();
    for (int i = 0; i < count; i++) {
      double total = 0;
      int seen = 0, lower = 0;
      for (int s = 0; s < sessions; s++) {
        const size_t k = (size_t)i * sessions + s;
        const double c = close[k];
        truth[k] = 0;
        if (c != c) continue;
        if (seen > 0) lower = own[seen - 1] - c > 1e-9 * fabs(own[seen - 1]) ? lower + 1 : 0;
        own[seen++] = c;
        total += c;
        if (seen > n) total -= own[seen - 1 - n];
        if (seen < n || seen < 2) continue;
        truth[k] = lower >= 2 && c - total / n > 1e-9 * fabs(total / n);
        sum += truth[k];
      }
    }
    const double took = now() - start;
    if (took < best) best = took;
  }
  printf("%.3f %llu\n", best, (unsigned long long)sum);
  return 0;
}
