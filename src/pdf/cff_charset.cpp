// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/cff_charset.h"

namespace hinge
{
namespace
{

/// Reads big-endian numbers; beyond the end all is 0 and `ok` is false.
class Bytes
{
public:
    explicit Bytes(const std::string& bytes) : bytes_(bytes) {}
    bool ok = true;
    std::size_t at = 0;
    unsigned take(int count)
    {
        unsigned value = 0;
        for (int i = 0; i < count; ++i) {
            if (at >= bytes_.size()) {
                ok = false;
                return 0;
            }
            value = value << 8 | static_cast<unsigned char>(bytes_[at++]);
        }
        return value;
    }
    /// Skips an INDEX; tells where its first entry begins and ends.
    std::pair<std::size_t, std::size_t> index()
    {
        const unsigned count = take(2);
        if (count == 0)
            return {at, at};
        const int size = int(take(1));
        const std::size_t offsets = at;
        const std::size_t data = offsets + std::size_t(size) * (count + 1) - 1;
        at = offsets;
        const std::size_t first = data + take(size);
        const std::size_t second = data + take(size);
        at = offsets + std::size_t(size) * count;
        at = data + take(size);
        return {first, second};
    }

private:
    const std::string& bytes_;
};

/// Where the charset begins, and whether the font is CID-keyed (its dictionary begins with ROS).
struct TopDict {
    int charset = 0;
    bool cidKeyed = false;
};

TopDict readTopDict(Bytes& in, std::size_t end)
{
    TopDict dict;
    int operand = 0;
    while (in.ok && in.at < end) {
        const int b = int(in.take(1));
        if (b == 28) {
            operand = static_cast<short>(in.take(2));
        } else if (b == 29) {
            operand = static_cast<int>(in.take(4));
        } else if (b == 30) { // a real number, of no interest here: nibbles up to one of 15
            while (in.ok) {
                const unsigned nibbles = in.take(1);
                if ((nibbles & 15) == 15 || nibbles >> 4 == 15)
                    break;
            }
        } else if (b >= 32 && b <= 246) {
            operand = b - 139;
        } else if (b >= 247 && b <= 250) {
            operand = (b - 247) * 256 + int(in.take(1)) + 108;
        } else if (b >= 251 && b <= 254) {
            operand = -(b - 251) * 256 - int(in.take(1)) - 108;
        } else if (b == 12) {
            dict.cidKeyed = in.take(1) == 30 || dict.cidKeyed;
        } else if (b == 15) {
            dict.charset = operand;
        }
    }
    return dict;
}

} // namespace

std::optional<std::vector<int>> cidsOfCff(const std::string& cff, int glyphs)
{
    Bytes in(cff);
    in.take(2);
    in.at = in.take(1); // the length of the head
    (void)in.index();   // names
    const auto [first, second] = in.index();
    in.at = first;
    const TopDict dict = readTopDict(in, second);
    if (!in.ok || !dict.cidKeyed)
        return std::nullopt;
    std::vector<int> cids{0};
    if (dict.charset <= 2) { // a predefined one: identity
        for (int i = 1; i < glyphs; ++i)
            cids.push_back(i);
        return cids;
    }
    in.at = std::size_t(dict.charset);
    const unsigned format = in.take(1);
    while (in.ok && int(cids.size()) < glyphs) {
        const int from = int(in.take(2));
        const int more = format == 0 ? 0 : int(in.take(format == 1 ? 1 : 2));
        for (int i = 0; i <= more && int(cids.size()) < glyphs; ++i)
            cids.push_back(from + i);
    }
    return in.ok ? std::optional(cids) : std::nullopt;
}

} // namespace hinge
