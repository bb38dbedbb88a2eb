/* Reference for bench/run.ts: relative trend and momentum of m series over s samples, in scalar C. */
#include <math.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <time.h>

static int m, s, n, k;

static int smaller(const void *a, const void *b) {
  double x = *(const double *)a, y = *(const double *)b;
  return x < y ? -1 : x > y;
}

static void deviations(const double *x, double *out) {
  for (int t = 0; t < s; t++) {
    out[t] = NAN;
    int start = t - n + 1;
    if (start < 0 || isnan(x[start])) continue;
    double sum = 0, squares = 0;
    for (int i = start; i <= t; i++) sum += x[i] - x[start];
    double mean = sum / n;
    for (int i = start; i <= t; i++) squares += (x[i] - x[start] - mean) * (x[i] - x[start] - mean);
    out[t] = sqrt(squares / (n - 1));
  }
}

static void scale(double *columns, const double *spreads, double *there) {
  for (int t = 0; t < s; t++) {
    int count = 0;
    for (int i = 0; i < m; i++)
      if (!isnan(spreads[(size_t)i * s + t])) there[count++] = spreads[(size_t)i * s + t];
    qsort(there, count, sizeof(double), smaller);
    double unit = count == 0 ? NAN : count % 2 ? there[count / 2] : (there[count / 2 - 1] + there[count / 2]) / 2;
    for (int i = 0; i < m; i++) columns[(size_t)i * s + t] = unit > 0 ? columns[(size_t)i * s + t] / unit : NAN;
  }
  for (int i = 0; i < m; i++) {
    double *x = columns + (size_t)i * s, e = 0;
    int seen = 0;
    for (int t = 0; t < s; t++) {
      if (isnan(x[t])) continue;
      if (seen < 3) {
        e += x[t];
        if (++seen == 3) e /= 3;
        x[t] = seen == 3 ? e : NAN;
      } else x[t] = e += 0.5 * (x[t] - e);
    }
  }
}

int main(int argc, char **argv) {
  if (argc < 6) return 1;
  m = atoi(argv[2]), s = atoi(argv[3]), n = atoi(argv[4]), k = atoi(argv[5]);
  size_t size = (size_t)m * s;
  double *q = malloc(size * 8), *trend = malloc(size * 8), *step = malloc(size * 8), *spread = malloc(size * 8), *there = malloc(m * 8);
  FILE *f = fopen(argv[1], "rb");
  if (!f || fread(q, 8, size, f) != size) return 1;
  fclose(f);
  double best = 1e9;
  for (int round = 0; round < 5; round++) {
    struct timespec a, b;
    clock_gettime(CLOCK_MONOTONIC, &a);
    for (int i = 0; i < m; i++) {
      const double *x = q + (size_t)i * s;
      double sum = 0;
      for (int t = 0; t < s; t++) {
        sum += x[t] - (t >= n ? x[t - n] : 0);
        trend[(size_t)i * s + t] = t >= n - 1 ? x[t] - sum / n : NAN;
      }
      deviations(x, spread + (size_t)i * s);
    }
    scale(trend, spread, there);
    for (int i = 0; i < m; i++) {
      double *T = trend + (size_t)i * s, *d = step + (size_t)i * s;
      for (int t = 0; t < s; t++) d[t] = t >= k ? T[t] - T[t - k] : NAN;
      deviations(d, spread + (size_t)i * s);
    }
    scale(step, spread, there);
    clock_gettime(CLOCK_MONOTONIC, &b);
    double ms = (b.tv_sec - a.tv_sec) * 1e3 + (b.tv_nsec - a.tv_nsec) / 1e6;
    if (ms < best) best = ms;
  }
  double sum = 0;
  for (size_t i = 0; i < size; i++) {
    if (!isnan(trend[i])) sum += fabs(trend[i]);
    if (!isnan(step[i])) sum += fabs(step[i]);
  }
  printf("%.3f %.6f\n", best, sum);
  return 0;
}
