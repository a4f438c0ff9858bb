// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDateTime>
#include <QJsonObject>
#include <QMutex>
#include <QObject>
#include <QTimer>
#include <functional>
#include <memory>
#include <vector>

class QLockFile;

namespace hinge
{

/// A copy of unsaved work beside the user's data, a few seconds behind, so that it survives a crash or a power cut. It
/// goes away when the work is saved or the program ends in good order.
class SafeCopy : public QObject
{
    Q_OBJECT

public:
    /// Makes the work as it was at some moment, in whatever thread.
    using Snapshot = std::function<QJsonObject()>;
    /// Work that a program left behind that is no longer running.
    struct Left {
        QString file;     ///< of the copy
        QString path;     ///< of the work; empty when it had none yet
        QJsonObject work; ///< as the snapshot made it
        QDateTime when;
    };

    /// `kind` tells copies of one sort of work from others; `path` and `take` are asked each time a copy is begun, and
    /// `isUnsaved` whether there is anything to keep.
    SafeCopy(QString kind, std::function<bool()> isUnsaved, std::function<QString()> path,
             std::function<Snapshot()> take, QObject* parent = nullptr);
    ~SafeCopy() override;

    /// What can be brought back, newest first. Copies that cannot be read are left alone.
    [[nodiscard]] static std::vector<Left> leftBehind(const QString& kind);
    static void discard(const QString& file);
    [[nodiscard]] static QString folder();

    /// The work changed, or was saved.
    void follow();
    /// Writes the copy now instead of in a few seconds, and returns when it is written.
    void writeNow();
    /// What writes the work as it is now, for any thread. It writes nothing, and says so, once the work was saved or a
    /// later state of it has been written.
    [[nodiscard]] std::function<bool()> writer();
    /// Takes the copy and its lock away, for a program that ends at once in good order.
    void releaseLocks();

private:
    /// One writes at a time, and nothing is written once it is no longer wanted.
    struct Writing {
        QMutex mutex;
        int last = 0; ///< of the writes that were begun, the one that is done
        bool wanted = true;
    };
    void remove();
    const QString kind_;
    const std::function<bool()> isUnsaved_;
    const std::function<QString()> path_;
    const std::function<Snapshot()> take_;
    QTimer timer_;
    QString file_;
    std::unique_ptr<QLockFile> lock_;
    std::shared_ptr<Writing> writing_ = std::make_shared<Writing>();
    int begun_ = 0;
};

} // namespace hinge
