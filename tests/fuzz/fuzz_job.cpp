// SPDX-License-Identifier: GPL-3.0-or-later
// Job files: whatever is accepted plans or says why not, and what is written is read and written again the same.
#include "core/file/job_file.h"
#include "core/plan/plan.h"
#include "fuzz_input.h"

using namespace hinge;

extern "C" int LLVMFuzzerTestOneInput(const unsigned char* data, std::size_t size)
{
    const auto job = readJob(fuzz::bytes(data, size), QStringLiteral("fuzz"));
    if (!job)
        return 0;
    (void)plan(*job);
    const auto again = readJob(writeJob(*job), QStringLiteral("again"));
    // What has no meaning for its kind, such as the ink of a picture, is not written; what is written stays.
    if (!again || writeJob(*again) != writeJob(*job))
        abort();
    return 0;
}
