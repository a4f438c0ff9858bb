// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/press/stacking.h"
#include "pdf/numbered_copies.h"

#include <memory>

namespace hinge
{

/// One side of press sheets whose slots carry copies of a long series. What is on a sheet is put together while the
/// file is written, so that nothing is held of the others.
class NumberedSide
{
public:
    /// Fewer copies than this are composed one by one.
    static constexpr qint64 worthWhile = 1000;

    struct Place {
        QByteArray lie; ///< as `layOnSheet` gives it
        int pile = 0;
    };
    /// Empty where copies cannot be put together so: see `NumberedCopies`.
    [[nodiscard]] static Result<std::shared_ptr<NumberedSide>> make(FaceComposer& composer, const Job& job,
                                                                    const SurfaceId& surface, const Stacking& stacking,
                                                                    std::vector<Place> places);

    /// What the operators of every sheet refer to.
    [[nodiscard]] const FaceComposer::Content& common() const { return copies_.begin()->second.common(); }
    /// The operators that paint the marks.
    void setMarks(const QByteArray& marks) { marks_ = marks; }
    /// The content of the page for a sheet, from 0. Where all sheets look alike it is one and the same.
    [[nodiscard]] QPDFObjectHandle contentOf(QPDF& pdf, qint64 sheet, const std::shared_ptr<const NumberedSide>& self);
    [[nodiscard]] QByteArray operatorsOf(qint64 sheet) const;

private:
    Series series_;
    Stacking stacking_;
    std::vector<Place> places_;
    QByteArray marks_;
    std::map<qsizetype, NumberedCopies> copies_; ///< by the number of digits
    bool alike_ = true;                          ///< nothing on this side names the number
    QPDFObjectHandle whole_;                     ///< the content of sheets that look alike
};

} // namespace hinge
