// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/save_file.h"
#include "pdf/assembly.h"
#include "pdf/deflater.h"
#include "pdf/export_run.h"

#include <deque>
#include <unordered_map>

namespace hinge
{

/// Writes a document, and what it takes from others, as a stream: no more of it is in memory than the library holds of
/// it anyway. What its trailer leads to is written, each object once (ISO 32000-1, 7.5): streams that lie in a file as
/// they lie there, contents that are not packed yet deflated, all else in object streams (7.5.7), at the end a
/// cross-reference stream (7.5.8).
///
/// Of another document the pages themselves are never taken, only what they are made of: something that leads back to
/// one would bring the whole document along; null stands there.
class DocumentWriter
{
public:
    DocumentWriter(QPDF& pdf, const Assembly& assembly, WholeFileWriter& file, ExportRun& run);
    /// Throws what it meets; `ExportFailed` and `ExportStopped` among it.
    void write();

private:
    /// Where an object stands (table 18).
    struct Place {
        int kind = 0;     ///< 0: free, 1: in the file, 2: in an object stream
        qint64 where = 0; ///< its offset, or the number of the object stream
        int index = 0;    ///< in that
    };
    struct KeyHash {
        std::size_t operator()(const ObjectKey& key) const
        {
            return std::hash<QPDF*>()(key.document) * 31 + std::size_t(key.id.getObj()) * 2654435761U;
        }
    };

    [[nodiscard]] int number();
    [[nodiscard]] int numberOf(const QPDFObjectHandle& object);
    void put(const std::string& bytes);
    void begin(int number);
    void writeObject(int number, QPDFObjectHandle object);
    void writeStream(int number, const QPDFObjectHandle& stream);
    void writeMade(int number, const std::string& dictionary, const Assembly::Made& made);
    void copy(const Assembly::Bytes& bytes);
    void collect(int number, const std::string& text);
    void writeCollected();
    void writeCrossReference();
    /// An object's text, where what it refers to has its number in this file.
    void append(std::string& out, QPDFObjectHandle object);
    void appendResolved(std::string& out, QPDFObjectHandle object);
    void appendReference(std::string& out, const QPDFObjectHandle& object);
    void appendEntry(std::string& out, const std::string& key, const QPDFObjectHandle& value);
    /// The dictionary of a stream as far as it is about what is in it. `packing`: where it says how that is packed.
    [[nodiscard]] std::string headOf(const QPDFObjectHandle& stream, const QPDFObjectHandle& packing);
    [[nodiscard]] bool isElsewhere(const QPDFObjectHandle& object) const;
    void reached();

    QPDF& pdf_;
    const Assembly& assembly_;
    WholeFileWriter& file_;
    ExportRun& run_;
    SmallDeflater deflater_;
    qint64 at_ = 0;
    std::vector<Place> places_{{0, 0, 65535}}; ///< by number
    std::unordered_map<ObjectKey, int, KeyHash> numbers_;
    std::deque<std::pair<int, QPDFObjectHandle>> waiting_;
    std::string collected_;      ///< texts that go into the next object stream
    std::string collectedIndex_; ///< and where each begins in it
    std::vector<int> inCollected_;
    qint64 all_; ///< objects at most, or about: a new one gets the number that says how many there are
    qint64 done_ = 0;
    int percent_ = 0;
};

} // namespace hinge
