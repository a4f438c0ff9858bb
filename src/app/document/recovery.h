// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"

#include <QMutex>
#include <QSet>
#include <QTimer>
#include <functional>
#include <memory>

class QLockFile;

namespace hinge
{

/// Keeps a copy of unsaved work beside the user's data, a few seconds behind, so that it survives a crash
/// or a power cut. The copy goes away when the job is saved or the program ends in good order.
class Recovery : public QObject
{
    Q_OBJECT

public:
    /// Work that a program left behind that is no longer running.
    struct Left {
        QString file; ///< of the copy
        QString path; ///< of the job; empty when it had none yet
        Job job;
        QDateTime when;
    };

    explicit Recovery(Document& document, QObject* parent = nullptr);
    ~Recovery() override;

    /// What can be brought back, newest first. Copies that cannot be read are left alone.
    [[nodiscard]] static std::vector<Left> leftBehind();
    static void discard(const Left& left);
    /// Embedded files that copies of unsaved work name, by their SHA-256: the copies have no bytes of their own.
    [[nodiscard]] static QSet<QString> filesInUse();
    /// Takes its own copy and lock away, for a program that ends at once in good order.
    void releaseLocks();
    /// Writes the copy now instead of in a few seconds, and returns when it is written.
    void writeNow();
    /// What writes the job as it is now, for any thread. It writes nothing, and says so, once the job was saved or a
    /// later state of it has been written.
    [[nodiscard]] std::function<bool()> writer();
    [[nodiscard]] static QString folder();

private:
    /// One writes at a time, and nothing is written once it is no longer wanted.
    struct Writing {
        QMutex mutex;
        int last = 0; ///< of the writes that were begun, the one that is done
        bool wanted = true;
    };
    void remove();
    Document& document_;
    QTimer timer_;
    QString file_;
    std::unique_ptr<QLockFile> lock_;
    std::shared_ptr<Writing> writing_ = std::make_shared<Writing>();
    int begun_ = 0;
};

} // namespace hinge
