// SPDX-License-Identifier: GPL-3.0-or-later
// What is watched by sanitizers also counts for the fuzzers which code was reached. Tests do not ask.
extern "C" {
void __sanitizer_cov_trace_pc() {}
void __sanitizer_cov_trace_cmpf(float, float) {}
void __sanitizer_cov_trace_cmpd(double, double) {}
}
