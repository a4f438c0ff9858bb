// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/file/records_file.h"

#include "core/file/content_file.h"

namespace hinge
{
namespace
{

constexpr Word<RecordSource> sourceWords[] = {
    {"none", RecordSource::None}, {"series", RecordSource::Series}, {"file", RecordSource::File}};
constexpr Word<char> separatorFileWords[] = {
    {"recognised", 0}, {"comma", ','}, {"semicolon", ';'}, {"tab", '\t'}, {"bar", '|'}};

} // namespace

QJsonObject recordsToJson(const Records& records)
{
    const Series& s = records.series;
    QJsonObject o{{QStringLiteral("source"), wordFor(sourceWords, records.source)},
                  {QStringLiteral("count"), records.count}};
    if (s != Series())
        o[QStringLiteral("series")] = QJsonObject{{QStringLiteral("prefix"), s.prefix},
                                                  {QStringLiteral("start"), s.start},
                                                  {QStringLiteral("step"), s.step},
                                                  {QStringLiteral("digits"), s.digits},
                                                  {QStringLiteral("suffix"), s.suffix}};
    if (!records.file.path.isEmpty())
        o[QStringLiteral("file")] = fileToJson(records.file);
    if (const CsvReading& reading = records.reading; reading != CsvReading()) {
        QJsonObject csv{{QStringLiteral("separator"), wordFor(separatorFileWords, reading.separator)},
                        {QStringLiteral("namesInFirstRow"), reading.namesInFirstRow}};
        if (!reading.encoding.isEmpty())
            csv[QStringLiteral("encoding")] = reading.encoding;
        o[QStringLiteral("csv")] = csv;
    }
    return keptBeside(records.extra, o);
}

void readRecords(JsonReader& reader, Records& records)
{
    readWord(reader, "source", records.source, sourceWords);
    reader.read("count", records.count);
    reader.readObject("series", [&](JsonReader& o) {
        o.read("prefix", records.series.prefix);
        o.read("start", records.series.start);
        o.read("step", records.series.step);
        o.read("digits", records.series.digits);
        o.read("suffix", records.series.suffix);
    });
    reader.readObject("file", [&](JsonReader& o) { readFile(o, records.file); });
    reader.readObject("csv", [&](JsonReader& o) {
        readWord(o, "separator", records.reading.separator, separatorFileWords);
        o.read("namesInFirstRow", records.reading.namesInFirstRow);
        o.read("encoding", records.reading.encoding);
    });
    records.extra = reader.takeLeftOver();
}

} // namespace hinge
