// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/windowed_file.h"
#include "testing.h"

#include <QTemporaryDir>
#include <qpdf/FileInputSource.hh>

using namespace hinge;

class TestWindowedFile : public QObject
{
    Q_OBJECT

    QTemporaryDir dir_;

private Q_SLOTS:
    void readsAsTheLibraryDoes()
    {
        // Against the library's own reading of files, whatever is asked for in whatever order.
        CHECK_PROPERTY("every question has the answer the library itself gives", [this] {
            const QString path = dir_.filePath(QStringLiteral("bytes"));
            {
                QFile file(path);
                RC_ASSERT(file.open(QIODevice::WriteOnly));
                // Around the size of a window, with ends of lines of all kinds.
                const int size = *rc::gen::element(0, 1, 100, 16383, 16384, 16385, 140'000);
                QByteArray bytes(size, 'x');
                for (int i = *rc::gen::inRange(0, 40); i > 0 && size > 0; --i)
                    bytes[*rc::gen::inRange(0, size)] = *rc::gen::element('\r', '\n', '\0', 'y');
                file.write(bytes);
            }
            FileInputSource theirs(QFile::encodeName(path).constData());
            WindowedFile ours(path);
            for (int i = 0; i < 30; ++i) {
                const int what = *rc::gen::inRange(0, 7);
                if (what == 6) { // beside it
                    const auto from = *rc::gen::inRange<qpdf_offset_t>(0, 150'000);
                    QFile file(path);
                    RC_ASSERT(file.open(QIODevice::ReadOnly) && (file.seek(from) || from > file.size()));
                    RC_ASSERT(ours.at(from, 1000) == (from > file.size() ? QByteArray() : file.read(1000)));
                } else if (what == 0) {
                    const auto at = *rc::gen::inRange<qpdf_offset_t>(0, 150'000);
                    theirs.seek(at, SEEK_SET);
                    ours.seek(at, SEEK_SET);
                } else if (what == 1) {
                    const auto back = *rc::gen::inRange<qpdf_offset_t>(-100, 1);
                    bool refused = false;
                    try {
                        theirs.seek(back, SEEK_END);
                    } catch (const std::exception&) {
                        refused = true;
                    }
                    try {
                        ours.seek(back, SEEK_END);
                        RC_ASSERT(!refused);
                    } catch (const std::runtime_error&) {
                        RC_ASSERT(refused);
                        theirs.rewind();
                        ours.rewind();
                    }
                } else if (what == 2) {
                    RC_ASSERT(ours.findAndSkipNextEOL() == theirs.findAndSkipNextEOL());
                } else {
                    const auto count = std::size_t(*rc::gen::element(0, 1, 10, 128, 16'384, 70'000));
                    std::string a(count, '?');
                    std::string b(count, '?');
                    RC_ASSERT(ours.read(a.data(), count) == theirs.read(b.data(), count));
                    RC_ASSERT(a == b);
                    RC_ASSERT(ours.getLastOffset() == theirs.getLastOffset());
                    if (count == 1 && ours.tell() > 0 && ours.tell() > ours.getLastOffset()) {
                        ours.unreadCh(a[0]);
                        theirs.unreadCh(b[0]);
                    }
                }
                RC_ASSERT(ours.tell() == theirs.tell());
            }
        });
    }

    void whatIsNotThereIsTold()
    {
        QVERIFY_THROWS_EXCEPTION(std::runtime_error, WindowedFile(QStringLiteral("/no/such")));
    }
};

HINGE_TEST(TestWindowedFile)
#include "test_windowed_file.moc"
