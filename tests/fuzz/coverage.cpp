// SPDX-License-Identifier: GPL-3.0-or-later
// Tells libFuzzer which code an input reached. libFuzzer comes with clang, which does not compile qpdf's headers as
// C++20; GCC does, and calls `__sanitizer_cov_trace_pc` at every branch. Counters in the section named below are those
// that libFuzzer takes beside its own (compiler-rt, FuzzerExtraCounters.cpp).
#include <cstdint>

namespace
{
constexpr std::uintptr_t places = 1U << 16;
__attribute__((section("__libfuzzer_extra_counters"), used)) unsigned char counters[places];
} // namespace

extern "C" {

/// In place of the engine's own, which does nothing (the linker's --wrap).
void __wrap___sanitizer_cov_trace_pc()
{
    const auto place = reinterpret_cast<std::uintptr_t>(__builtin_return_address(0));
    unsigned char& counter = counters[(place ^ (place >> 16U)) % places];
    if (counter < 255)
        ++counter;
}

// What GCC tells of comparisons beside what libFuzzer knows of: of no use to it.
void __sanitizer_cov_trace_cmpf(float, float) {}
void __sanitizer_cov_trace_cmpd(double, double) {}
}
