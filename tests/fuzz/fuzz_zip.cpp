// SPDX-License-Identifier: GPL-3.0-or-later
// Packed jobs.
#include "core/file/packed_job.h"
#include "fuzz_input.h"

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size)
{
    (void)hinge::readPackedJob(fuzz::file(data, size, "zip"));
    return 0;
}
