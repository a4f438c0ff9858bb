// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/brief/brief_words.h"

#include "app/brief/brief_sentence.h"
#include "core/units/page_sizes.h"

namespace hinge
{

std::vector<JobChoice::Option> sizeOptions(const std::vector<std::pair<const char*, bool>>& names,
                                           const std::function<Size&(Job&)>& part)
{
    std::vector<JobChoice::Option> options;
    for (const auto& [name, landscape] : names) {
        const auto found = findPageSize(QString::fromLatin1(name));
        if (!found)
            continue;
        const Size size = landscape ? found->size.turned() : found->size;
        options.push_back({nameOfSize(size),
                           [part, size](const Job& j) {
                               Job copy = j;
                               return part(copy) == size;
                           },
                           [part, size](Job& j) { part(j) = size; }});
    }
    return options;
}

/// Every stock there is, shipped and own; the grain stays as it lies.
std::vector<JobChoice::Option> stockOptions(const StockStore& stocks, const std::function<Stock&(Job&)>& part)
{
    std::vector<JobChoice::Option> options;
    for (const Stock& stock : stocks.all())
        options.push_back({stock.name,
                           [part, stock](const Job& j) {
                               Job copy = j;
                               const Stock& now = part(copy);
                               return now.name == stock.name && now.grammage == stock.grammage &&
                                      now.bulkMilli == stock.bulkMilli && now.measuredCaliper == stock.measuredCaliper;
                           },
                           [part, stock](Job& j) {
                               const Grain grain = part(j).grain;
                               part(j) = stock;
                               part(j).grain = grain;
                           }});
    return options;
}

void addStock(Sentence& s, const StockStore& stocks, const char* name, const char* grammageName,
              const std::function<Stock&(Job&)>& part)
{
    s.choice(name, BriefSentence::tr("Change the stock"), stockOptions(stocks, part),
             BriefSentence::tr("The paper; its caliper and what follows from it"))
        ->setOther([part](const Job& j) {
            Job copy = j;
            const QString known = part(copy).name;
            return known.isEmpty() ? BriefSentence::tr("own stock") : BriefSentence::tr("%1, changed").arg(known);
        });
    s.words(BriefSentence::tr("of"));
    auto* grammage = s.text(
        grammageName, BriefSentence::tr("Change the grammage"),
        [part](const Job& j) {
            Job copy = j;
            return QString::number(part(copy).grammage);
        },
        [part](Job& j, const QString& text) -> Result<void> {
            const auto grams = parseGrammage(text);
            if (!grams)
                return tl::unexpected(grams.error());
            setGrammage(part(j), *grams);
            return {};
        },
        BriefSentence::tr("Grammage in g/m² (ISO 536), or pounds with their sort, such as 100 lb text"));
    grammage->setRemark([part](Job before, Job after) {
        const Stock& was = part(before);
        const Stock& now = part(after);
        return was.measuredCaliper && !now.measuredCaliper
                   ? BriefSentence::tr("The caliper follows the grammage now: %1. The %2 measured before were "
                                       "those of the other paper; type the caliper again at the left if you know it.")
                         .arg(formatThickness(now.caliper(), after.unit), formatThickness(was.caliper(), after.unit))
                   : QString();
    });
    s.wordsBehind(BriefSentence::tr("g/m²"));
}

Stock& flatStock(Job& j) { return j.stock; }
Stock& textStock(Job& j) { return j.pages.textStock; }

QString any() { return BriefSentence::tr("Any unit, fraction or sum: 297/3, 8 1/2 in, 85+2*3"); }

} // namespace hinge
