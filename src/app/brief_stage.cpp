// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/brief_stage.h"

#include "app/fields.h"
#include "app/flat_drawing.h"
#include "app/flow_layout.h"
#include "app/piece_shelf.h"
#include "app/slip.h"
#include "app/view_pills.h"
#include "core/page_sizes.h"
#include "paint/face_painter.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QSlider>
#include <QVBoxLayout>

namespace hinge {
namespace {

/// The sizes a leaflet is usually cut to, landscape first; any other is typed.
std::vector<JobChoice::Option> sizeOptions()
{
    std::vector<JobChoice::Option> options;
    const auto add = [&](const QString& name, bool landscape) {
        const auto found = findPageSize(name);
        if (!found)
            return;
        const Size size = landscape ? found->size.turned() : found->size;
        options.push_back({nameOfSize(size), [size](const Job& j) { return j.flat == size; }, [size](Job& j) { j.flat = size; }});
    };
    for (const char* name : {"A4", "A3", "A5", "A2 (ISO)", "Letter", "Legal", "Tabloid"})
        add(QString::fromLatin1(name), true);
    for (const char* name : {"A4", "A3", "A5", "Letter", "Legal"})
        add(QString::fromLatin1(name), false);
    return options;
}

std::vector<JobChoice::Option> stockOptions()
{
    std::vector<JobChoice::Option> options;
    for (const Stock& stock : shippedStocks())
        options.push_back({stock.name,
                           [stock](const Job& j) { return j.stock.name == stock.name && j.stock.grammage == stock.grammage && j.stock.bulkMilli == stock.bulkMilli; },
                           [stock](Job& j) {
                               const Grain grain = j.stock.grain;
                               j.stock = stock;
                               j.stock.grain = grain;
                           }});
    return options;
}

std::vector<JobChoice::Option> unitOptions()
{
    std::vector<JobChoice::Option> options;
    const std::pair<Unit, QString> units[] = {{Unit::Mm, BriefStage::tr("millimetres")}, {Unit::Cm, BriefStage::tr("centimetres")},
                                              {Unit::Inch, BriefStage::tr("inches")}, {Unit::Point, BriefStage::tr("points")},
                                              {Unit::Pica, BriefStage::tr("picas")}};
    for (const auto& [unit, name] : units)
        options.push_back({name, [unit = unit](const Job& j) { return j.unit == unit; }, [unit = unit](Job& j) { j.unit = unit; }});
    return options;
}

} // namespace

BriefStage::BriefStage(Document& document, FacePainter& painter, QWidget* parent) : QWidget(parent), document_(document)
{
    setObjectName(QStringLiteral("briefStage"));
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    column->addWidget(new PieceShelf(document));
    column->addWidget(makeSentence());
    column->addWidget(makeDrawings(painter), 1);
}

QWidget* BriefStage::makeSentence()
{
    auto* slip = new Slip;
    slip->setObjectName(QStringLiteral("sentence"));
    auto* flow = new FlowLayout(8, 8);
    flow->setContentsMargins(24, 14, 24, 18);
    slip->setLayout(flow);
    QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
    policy.setHeightForWidth(true);
    slip->setSizePolicy(policy);

    const auto words = [&](const QString& text) {
        auto* label = new QLabel(text);
        label->setFont(uiFont(type::heading));
        label->setStyleSheet(QStringLiteral("font-size: 14px;"));
        label->setForegroundRole(QPalette::PlaceholderText);
        flow->addWidget(label);
    };
    const auto length = [&](const char* name, const QString& what, std::function<Length&(Job&)> part, const QString& tip) {
        JobField* field = JobField::forLength(document_, what, std::move(part));
        field->setFitsText(true);
        field->setObjectName(QString::fromLatin1(name));
        field->setToolTip(tip);
        flow->addWidget(field);
    };
    const auto number = [&](const char* name, const QString& what, std::function<int&(Job&)> part, const QString& tip) {
        JobField* field = JobField::forNumber(document_, what, std::move(part));
        field->setFitsText(true);
        field->setObjectName(QString::fromLatin1(name));
        field->setToolTip(tip);
        flow->addWidget(field);
    };
    const auto choice = [&](const char* name, const QString& what, std::vector<JobChoice::Option> options, const QString& tip) {
        auto* field = new JobChoice(document_, what, std::move(options));
        field->setProperty("sentence", true);
        field->setObjectName(QString::fromLatin1(name));
        field->setToolTip(tip);
        flow->addWidget(field);
        return field;
    };
    const QString any = tr("Any unit, fraction or sum: 297/3, 8 1/2 in, 85+2*3");

    words(tr("A sheet of"));
    choice("brief.size", tr("Change the flat size"), sizeOptions(), tr("The flat: trimmed but open"))->setOther([](const Job&) { return tr("own size"); });
    length("brief.width", tr("Change the flat width"), [](Job& j) -> Length& { return j.flat.w; }, tr("Flat width. %1").arg(any));
    words(tr("×"));
    length("brief.height", tr("Change the flat height"), [](Job& j) -> Length& { return j.flat.h; }, tr("Flat height. %1").arg(any));
    words(tr("on"));
    choice("brief.stock", tr("Change the stock"), stockOptions(), tr("The paper; its caliper and tuck allowance follow"))->setOther([](const Job& j) { return j.stock.name.isEmpty() ? tr("own stock") : tr("%1, changed").arg(j.stock.name); });
    words(tr("of"));
    number("brief.grammage", tr("Change the grammage"), [](Job& j) -> int& { return j.stock.grammage; }, tr("Grammage of the stock in g/m² (ISO 536)"));
    words(tr("g/m² with its grain"));
    choice("brief.grain", tr("Turn the grain"),
           {{tr("along the folds"), [](const Job& j) { return j.stock.grain == Grain::AlongHeight; }, [](Job& j) { j.stock.grain = Grain::AlongHeight; }},
            {tr("across the folds"), [](const Job& j) { return j.stock.grain == Grain::AlongWidth; }, [](Job& j) { j.stock.grain = Grain::AlongWidth; }}},
           tr("Paper folds cleanly along its grain"));
    words(tr("and folded into"));
    auto* panels = new JobField(document_, tr("Change the number of panels"), [](const Job& j) { return QString::number(j.fold.panels); },
                                [](Job& j, const QString& text) -> Result<void> {
                                    bool ok = false;
                                    const int n = text.toInt(&ok);
                                    if (!ok || n < 2 || n > limits::mostPanels)
                                        return problem({}, tr("A leaflet has 2 to %1 panels a face.").arg(limits::mostPanels));
                                    const bool coverLeft = j.fold.coverPanel == 0;
                                    j.fold.panels = n;
                                    j.fold.coverPanel = coverLeft ? 0 : n - 1;
                                    j.fold.widths.clear();
                                    if (j.fold.scheme == FoldScheme::Own)
                                        return problem({}, tr("The panels of an own fold follow from its steps."));
                                    return {};
                                });
    panels->setFitsText(true);
    panels->setObjectName(QStringLiteral("brief.panels"));
    panels->setToolTip(tr("Panels of one face; the piece has twice as many"));
    flow->addWidget(panels);
    words(tr("panels, the"));
    choice("brief.front", tr("Choose the front panel"),
           {{tr("right"), [](const Job& j) { return j.fold.coverPanel == j.fold.panels - 1; }, [](Job& j) { j.fold.coverPanel = j.fold.panels - 1; }},
            {tr("left"), [](const Job& j) { return j.fold.coverPanel == 0; }, [](Job& j) { j.fold.coverPanel = 0; }}},
           tr("Which panel of the outside lies in front when closed"));
    words(tr("one in front, with"));
    length("brief.bleed", tr("Change the bleed"), [](Job& j) -> Length& { return j.zones.bleed; }, tr("Print beyond a cut edge. Common practice: 3 mm"));
    words(tr("bleed where it is cut,"));
    length("brief.safe", tr("Change the safe zone"), [](Job& j) -> Length& { return j.zones.safe; }, tr("Live matter keeps this far inside a cut edge"));
    words(tr("safe zone,"));
    length("brief.clear", tr("Change the fold clearance"), [](Job& j) -> Length& { return j.zones.foldClearance; }, tr("Live matter keeps this far from a fold"));
    words(tr("clear of folds;"));
    number("brief.quantity", tr("Change the number of copies"), [](Job& j) -> int& { return j.quantity; }, tr("Good copies the customer gets"));
    words(tr("copies and"));
    number("brief.overs", tr("Change the overs"), [](Job& j) -> int& { return j.oversPercent; }, tr("Sheets to spoil, in percent"));
    words(tr("% overs. Measured in"));
    choice("brief.unit", tr("Change the unit"), unitOptions(), tr("The unit lengths are shown in, and the one a bare number means"));
    return slip;
}

QWidget* BriefStage::makeDrawings(FacePainter& painter)
{
    auto* area = new QWidget;
    auto* row = new QHBoxLayout(area);
    row->setContentsMargins(4, 0, 4, 4);
    row->setSpacing(16);

    auto* left = new QVBoxLayout;
    left->setSpacing(0);
    auto* faceRow = new QHBoxLayout;
    faceRow->setSpacing(6);
    faceRow->addStretch(1);
    auto* drawing = new FlatDrawing(document_);
    std::vector<Pill> faces;
    for (const Face face : bothFaces)
        faces.push_back({faceName(face), {}, QStringLiteral("brief.face.%1").arg(faceName(face))});
    addPills(faceRow, faces, 0, [drawing](int face) { drawing->setFace(Face(face)); });
    faceRow->addStretch(1);
    left->addSpacing(6);
    left->addLayout(faceRow);
    left->addWidget(drawing, 1);
    row->addLayout(left, 6);

    auto* right = new QVBoxLayout;
    right->setSpacing(4);
    auto* piece = new StandingPiece(document_, painter);
    right->addSpacing(30);
    right->addWidget(piece, 1);
    auto* slider = new QSlider(Qt::Horizontal);
    slider->setObjectName(QStringLiteral("brief.opening"));
    slider->setAccessibleName(tr("How far the piece is open"));
    slider->setRange(0, 100);
    slider->setMinimumHeight(24);
    slider->setValue(60);
    connect(slider, &QSlider::valueChanged, piece, [piece](int value) { piece->setOpenness(value / 100.0); });
    auto* sliderRow = new QHBoxLayout;
    sliderRow->setSpacing(10);
    for (const QString& word : {tr("closed"), tr("open")}) {
        auto* label = new QLabel(word);
        label->setProperty("role", QStringLiteral("note"));
        if (sliderRow->count() > 0)
            sliderRow->addWidget(slider, 1);
        sliderRow->addWidget(label);
    }
    right->addLayout(sliderRow);
    right->addSpacing(10);
    row->addLayout(right, 5);
    return area;
}

} // namespace hinge
