// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/document.h"

#include <QSet>
#include <QTimer>
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
    /// Writes the copy now instead of in a few seconds.
    void writeNow();
    [[nodiscard]] static QString folder();

private:
    void remove();
    Document& document_;
    QTimer timer_;
    QString file_;
    std::unique_ptr<QLockFile> lock_;
};

} // namespace hinge
