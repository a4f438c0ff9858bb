// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/view_pills.h"

#include <QBoxLayout>

namespace hinge
{

std::vector<QPushButton*> addPills(QBoxLayout* bar, const std::vector<Pill>& pills, int first,
                                   std::function<void(int)> chosen)
{
    std::vector<QPushButton*> buttons;
    for (const Pill& pill : pills) {
        const int number = int(buttons.size());
        auto* button = new QPushButton(pill.text);
        button->setProperty("pill", true);
        button->setCheckable(true);
        button->setAutoExclusive(true);
        button->setChecked(number == first);
        button->setToolTip(pill.tip);
        button->setObjectName(pill.objectName);
        QObject::connect(button, &QPushButton::clicked, button, [chosen, number] { chosen(number); });
        bar->addWidget(button);
        buttons.push_back(button);
    }
    return buttons;
}

std::vector<Pill> paperViewPills(const QString& prefix)
{
    const auto tr = [](const char* text) { return QObject::tr(text); };
    return {{tr("working"), tr("All zones: bleed hatched, unsafe strips dotted, folds shaded"), prefix + u'0'},
            {tr("as printed"), tr("With bleed, before the knife"), prefix + u'1'},
            {tr("as trimmed"), tr("What the customer holds"), prefix + u'2'}};
}

} // namespace hinge
