// SPDX-License-Identifier: GPL-3.0-or-later
#include "pdf/numbered_side.h"

#include "pdf/sheet_page.h"

#include <qpdf/Pipeline.hh>

namespace hinge
{
namespace
{

/// Makes the content of a page when it is written.
class PageContent : public QPDFObjectHandle::StreamDataProvider
{
public:
    PageContent(std::shared_ptr<const NumberedSide> side, qint64 sheet) : side_(std::move(side)), sheet_(sheet) {}
    void provideStreamData(int, int, Pipeline* pipeline) override
    {
        const QByteArray operators = side_->operatorsOf(sheet_);
        pipeline->write(reinterpret_cast<const unsigned char*>(operators.constData()), std::size_t(operators.size()));
        pipeline->finish();
    }

private:
    std::shared_ptr<const NumberedSide> side_;
    qint64 sheet_;
};

} // namespace

Result<std::shared_ptr<NumberedSide>> NumberedSide::make(FaceComposer& composer, const Job& job,
                                                         const SurfaceId& surface, const Stacking& stacking,
                                                         std::vector<Place> places)
{
    auto side = std::make_shared<NumberedSide>();
    side->series_ = job.records.series;
    side->stacking_ = stacking;
    side->places_ = std::move(places);
    for (const QByteArray& digits : digitsToShow(side->series_, int(stacking.records))) {
        if (side->copies_.contains(digits.size()))
            continue;
        auto made = NumberedCopies::make(composer, job, surface, int(digits.size()));
        if (!made)
            return tl::unexpected(made.error());
        if (!*made || (!side->copies_.empty() && !(*made)->refersLike(side->copies_.begin()->second)))
            return std::shared_ptr<NumberedSide>();
        side->alike_ = side->alike_ && (*made)->areAlike() &&
                       (side->copies_.empty() || side->common().operators == (*made)->common().operators);
        side->copies_.emplace(digits.size(), std::move(**made));
    }
    return side->copies_.empty() ? std::shared_ptr<NumberedSide>() : side;
}

QByteArray NumberedSide::operatorsOf(qint64 sheet) const
{
    QByteArray out;
    for (const Place& place : places_) {
        const qint64 record = stacking_.recordAt(place.pile, sheet);
        if (record < 0)
            continue;
        const QByteArray digits = digitsAt(series_, record);
        out += place.lie;
        copies_.at(digits.size()).draw(digits, out);
        out += "Q\n";
    }
    return SheetPages::contentOf(out, marks_);
}

QPDFObjectHandle NumberedSide::contentOf(QPDF& pdf, qint64 sheet, const std::shared_ptr<const NumberedSide>& self)
{
    // A sheet on which some pile has ended does not look like the others.
    const bool full =
        std::ranges::all_of(places_, [&](const Place& place) { return stacking_.recordAt(place.pile, sheet) >= 0; });
    if (alike_ && full && whole_.isInitialized())
        return whole_;
    QPDFObjectHandle content = pdf.newStream();
    content.replaceStreamData(std::make_shared<PageContent>(self, sheet), QPDFObjectHandle::newNull(),
                              QPDFObjectHandle::newNull());
    if (alike_ && full)
        whole_ = content;
    return content;
}

} // namespace hinge
