// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/edit/block.h"

#include "core/edit/arrange.h"
#include "core/edit/free_name.h"
#include "core/file/embedded_files.h"
#include "core/file/job_file.h"
#include "core/file/preset.h"
#include "core/job/plates.h"
#include "core/job/stories.h"

#include <QCryptographicHash>
#include <QJsonDocument>
#include <algorithm>

namespace hinge
{
namespace
{

const QString key = QStringLiteral("block");

/// What is in it, apart from its name.
QString versionOf(const Job& job)
{
    const QByteArray sum = QCryptographicHash::hash(writeJob(job), QCryptographicHash::Sha256);
    return QString::fromLatin1(sum.toHex().left(16));
}

/// A leaf as large as a panel, with its columns, margins and guides: what items of it hold on to is there.
Job leafOf(const Job& job, const Panel& panel, const SurfaceContent& content)
{
    Job leaf = newPiece(PieceKind::Leaf);
    leaf.unit = job.unit;
    leaf.flat = panel.area.size();
    leaf.zones.bleed = job.zones.bleed;
    leaf.zones.safe = job.zones.safe;
    leaf.gridStart = job.gridStart;
    leaf.gridStep = job.gridStep;
    leaf.layoutMargin = job.layoutMargin;
    leaf.inks.clear();
    SurfaceContent& on = leaf.edit(Face::Outside);
    const auto take = [&](const auto& all, auto& into) {
        for (auto one : all)
            if (one.panel == panel.position) {
                one.panel = 0;
                into.push_back(std::move(one));
            }
    };
    take(content.columns, on.columns);
    take(content.margins, on.margins);
    take(content.layout, on.layout);
    take(content.guides, on.guides);
    return leaf;
}

void takeLooks(const Job& job, Job& leaf)
{
    QSet<QString> styles;
    QSet<QString> characters;
    for (const Item& item : leaf.on(Face::Outside).items)
        for (const Paragraph& paragraph : item.paragraphs) {
            styles << paragraph.styleName;
            for (const CharacterStyle& span : paragraph.spans)
                characters << span.styleName;
        }
    for (const NamedStyle& style : job.textStyles)
        if (styles.contains(style.name))
            leaf.textStyles.push_back(style);
    for (const NamedCharacterStyle& style : job.characterStyles)
        if (characters.contains(style.name))
            leaf.characterStyles.push_back(style);
    for (const Ink& ink : job.inks) {
        leaf.inks.push_back(ink);
        if (!usesInk(leaf, ink.name) && ink.name != TextStyle().ink)
            leaf.inks.pop_back();
    }
}

/// Adds styles to those of a job. One whose name stands for another look there is renamed.
template <class Styles, class Rename>
void settleNames(Styles& ours, Styles& theirs, const Rename& rename)
{
    for (auto& style : theirs) {
        using Style = std::decay_t<decltype(style)>;
        const auto same = std::ranges::find(ours, style.name, &Style::name);
        if (same == ours.end()) {
            ours.push_back(style);
        } else if (!(*same == style)) {
            // The same under the name it got before, or a name of its own.
            const auto alike = std::ranges::find_if(ours, [&](Style other) {
                const bool mayBe = other.name.startsWith(style.name + u' ');
                other.name = style.name;
                return mayBe && other == style;
            });
            const QString name = alike != ours.end() ? alike->name : freeName(style.name, [&](const QString& tried) {
                return std::ranges::find(ours, tried, &Style::name) != ours.end() ||
                       std::ranges::find(theirs, tried, &Style::name) != theirs.end();
            });
            rename(style.name, name);
            style.name = name;
            if (alike == ours.end())
                ours.push_back(style);
        }
    }
}

/// Adds the inks and styles of a block to a job; the block's items as they name them there.
std::vector<Item> settledInto(Job& job, Job leaf)
{
    std::vector<Ink> inks = leaf.inks;
    settleNames(job.inks, inks,
                [&](const QString& from, const QString& to) { leaf = withInkRenamed(std::move(leaf), from, to); });
    std::vector<Item>& items = leaf.edit(Face::Outside).items;
    settleNames(job.textStyles, leaf.textStyles, [&](const QString& from, const QString& to) {
        for (Item& item : items)
            for (Paragraph& paragraph : item.paragraphs)
                if (paragraph.styleName == from)
                    paragraph.styleName = to;
    });
    settleNames(job.characterStyles, leaf.characterStyles, [&](const QString& from, const QString& to) {
        for (Item& item : items)
            for (Paragraph& paragraph : item.paragraphs)
                for (CharacterStyle& span : paragraph.spans)
                    if (span.styleName == from)
                        span.styleName = to;
    });
    for (const EmbeddedFile& file : leaf.embedded)
        if (std::ranges::find(job.embedded, file.sha256, &EmbeddedFile::sha256) == job.embedded.end())
            job.embedded.push_back(file);
    return items;
}

/// Tells items, all of a block in its order, what they are.
void markParts(std::vector<Item>& items, const Block& block, const QString& use)
{
    for (std::size_t i = 0; i < items.size(); ++i)
        items[i].block = BlockUse{block.name, block.version, use, int(i), int(items.size())};
}

/// Copies of a block's items for a panel, told where they come from.
std::vector<Item> partsFor(Job& job, int panel, const Block& block, const QString& use,
                           const std::function<QString()>& freshId)
{
    std::vector<Item> parts = copiesFor(settledInto(job, block.job), 0, panel, freshId);
    markParts(parts, block, use);
    return parts;
}

QStringList idsOf(const std::vector<Item>& items)
{
    QStringList ids;
    for (const Item& item : items)
        ids << item.id;
    return ids;
}

} // namespace

Result<Block> blockFrom(const Job& job, const Plan& plan, const SurfaceId& surface, const QStringList& ids,
                        const QString& name, const QString& jobFolder)
{
    if (name.simplified().isEmpty())
        return problem({}, QStringLiteral("A block needs a name."));
    std::vector<Item> items;
    for (const Item& item : job.on(surface).items)
        if (ids.contains(item.id))
            items.push_back(item);
    if (items.empty())
        return problem({}, QStringLiteral("Take the items of the block in hand first."));
    const Paper& paper = plan.paperOf(surface);
    const int panel = panelAt(paper, surface.face, frameAround(plan, ids).middle());
    Block block{name.simplified(), {}, leafOf(job, paper.face(surface.face)[std::size_t(panel)], job.on(surface)), {}};
    int number = 0;
    for (Item& item : copiesFor(items, panel, 0, [&] { return QStringLiteral("part%1").arg(++number); })) {
        item.block.reset();
        for (SideAnchor& side : item.sides)
            side.panel = 0; // what reaches over several panels reaches over this one
        block.job.edit(Face::Outside).items.push_back(std::move(item));
    }
    block.job.embedded = job.embedded;
    takeLooks(job, block.job);
    if (auto taken = embedAll(block.job, jobFolder); !taken)
        return tl::unexpected(taken.error());
    block.version = versionOf(block.job);
    return block;
}

QByteArray writeBlock(const Block& block)
{
    QJsonObject o = QJsonDocument::fromJson(writeJob(block.job)).object();
    o[key] = QJsonObject{{QStringLiteral("name"), block.name}, {QStringLiteral("version"), block.version}};
    return QJsonDocument(o).toJson();
}

Result<Block> readBlock(const QByteArray& json, const QString& fileName)
{
    auto job = readJob(json, fileName);
    if (!job)
        return tl::unexpected(job.error());
    const QJsonObject about = job->extra.value(key).toObject();
    const QString name = about.value(QStringLiteral("name")).toString();
    if (name.isEmpty() || job->kind != PieceKind::Leaf || job->on(Face::Outside).items.empty())
        return problem(fileName, QStringLiteral("This is no house block. Open it as a job instead."));
    job->extra.remove(key);
    // As it was kept: how a job is written may change with the program.
    const QString version = about.value(QStringLiteral("version")).toString(versionOf(*job));
    return Block{name, version, std::move(*job), {}};
}

QString blockFileName(const QString& name) { return presetFileName(name); }

Rect frameOf(const Block& block, const Plan& leaf) { return frameAround(leaf, idsOf(partsOf(block))); }

QStringList putBlock(Job& job, const Plan& plan, const SurfaceId& surface, int panel, const Block& block,
                     const std::function<QString()>& freshId)
{
    const int most = int(plan.panelsOf(surface).size()) - 1;
    std::vector<Item> parts = partsFor(job, std::clamp(panel, 0, most), block, freshId(), freshId);
    const QStringList ids = idsOf(parts);
    std::ranges::move(parts, std::back_inserter(job.edit(surface).items));
    return ids;
}

void markAsBlock(Job& job, const SurfaceId& surface, const QStringList& ids, const Block& block, const QString& use)
{
    int part = 0;
    for (Item& item : job.edit(surface).items)
        if (ids.contains(item.id))
            item.block = BlockUse{block.name, block.version, use, part++, int(ids.size())};
}

std::vector<PlacedBlock> placedBlocks(const Job& job)
{
    std::vector<PlacedBlock> out;
    for (const auto& [surface, content] : job.surfaces)
        for (const Item& item : content->items) {
            if (!item.block)
                continue;
            auto known = std::ranges::find(out, item.block->use, &PlacedBlock::use);
            if (known == out.end())
                known = out.insert(out.end(), {item.block->use, item.block->name, item.block->version, surface, {}});
            known->items << item.id;
        }
    return out;
}

QStringList takeNewer(Job& job, const Plan& plan, const QString& use, const Block& block,
                      const std::function<QString()>& freshId)
{
    const std::vector<PlacedBlock> all = placedBlocks(job);
    const auto placed = std::ranges::find(all, use, &PlacedBlock::use);
    if (placed == all.end())
        return {};
    const SurfaceId surface = placed->surface;
    const Paper& paper = plan.paperOf(surface);
    const Rect before = frameAround(plan, placed->items);
    std::vector<Item> parts = partsFor(job, panelAt(paper, surface.face, before.middle()), block, use, freshId);
    // What is missing was taken off there; what is new to the block comes.
    QSet<int> there;
    int known = 0;
    for (const QString& id : placed->items) {
        there << job.findItem(id)->block->part;
        known = job.findItem(id)->block->parts;
    }
    std::erase_if(parts,
                  [&](const Item& part) { return part.block->part < known && !there.contains(part.block->part); });
    if (parts.empty())
        return {};
    Rect now;
    for (const Item& part : parts) {
        const Rect frame = frameOf(paper, surface.face, part);
        now = &part == &parts.front() ? frame : now.united(frame);
    }
    // Where it stands already it holds on as the block says; where it was moved it goes.
    const Point by{before.x - now.x, before.y - now.y};
    if (by != Point{})
        for (Item& part : parts)
            moveTo(paper, surface.face, part, frameOf(paper, surface.face, part).moved(by));
    auto& items = job.edit(surface).items;
    const auto at = std::ranges::find(items, placed->items.front(), &Item::id) - items.begin();
    const QStringList ids = idsOf(parts);
    items.insert(items.begin() + at, std::make_move_iterator(parts.begin()), std::make_move_iterator(parts.end()));
    for (const QString& id : placed->items)
        removeItem(job, id);
    return ids;
}

} // namespace hinge
