// SPDX-License-Identifier: GPL-3.0-or-later
#include "typeset/hyphenation.h"

#include <QDir>
#include <QFile>
#include <QStandardPaths>
#include <cstdlib>
#include <future>
#include <hyphen.h>
#include <map>
#include <mutex>

namespace hinge
{
namespace
{

/// "en-GB" -> ".../hyphen/hyph_en_GB.dic"; empty when it is not installed.
QString patternFile(const QString& language)
{
    return QStandardPaths::locate(QStandardPaths::GenericDataLocation,
                                  QStringLiteral("hyphen/hyph_%1.dic").arg(QString(language).replace(u'-', u'_')));
}

} // namespace

void Hyphenation::Release::operator()(_HyphenDict* dictionary) const { hnj_hyphen_free(dictionary); }

/// Patterns by language: each is loaded once, by whoever asks first; others wait for it, or look again later.
struct Hyphenation::Shelf {
    std::mutex mutex;
    std::map<QString, std::shared_future<std::shared_ptr<const Hyphenation>>> byLanguage;

    static Shelf& shared()
    {
        static Shelf shelf;
        return shelf;
    }
    std::shared_future<std::shared_ptr<const Hyphenation>> of(const QString& language, std::launch how)
    {
        const std::lock_guard lock(mutex);
        auto it = byLanguage.find(language);
        if (it == byLanguage.end())
            it = byLanguage.emplace(language, std::async(how, [language] { return load(language); }).share()).first;
        return it->second;
    }
};

std::shared_ptr<const Hyphenation> Hyphenation::load(const QString& language)
{
    const QString file = language.isEmpty() ? QString() : patternFile(language);
    HyphenDict* dictionary = file.isEmpty() ? nullptr : hnj_hyphen_load(QFile::encodeName(file).constData());
    if (!dictionary)
        return nullptr;
    auto made = std::make_shared<Hyphenation>();
    made->utf8_ = dictionary->utf8 != 0;
    made->dictionary_.reset(dictionary);
    return made;
}

const Hyphenation* Hyphenation::forLanguage(const QString& language)
{
    return Shelf::shared().of(language, std::launch::async).get().get();
}

const Hyphenation* Hyphenation::forLanguageIfLoaded(const QString& language)
{
    const auto patterns = Shelf::shared().of(language, std::launch::async);
    return patterns.wait_for(std::chrono::seconds(0)) == std::future_status::ready ? patterns.get().get() : nullptr;
}

bool Hyphenation::isLoaded(const QString& language)
{
    return language.isEmpty() || Shelf::shared().of(language, std::launch::async).wait_for(std::chrono::seconds(0)) ==
                                     std::future_status::ready;
}

QStringList Hyphenation::languages()
{
    QStringList out;
    for (const QString& folder : QStandardPaths::locateAll(QStandardPaths::GenericDataLocation,
                                                           QStringLiteral("hyphen"), QStandardPaths::LocateDirectory))
        for (const QString& name : QDir(folder).entryList({QStringLiteral("hyph_*.dic")}, QDir::Files, QDir::Name)) {
            const QString language = name.mid(5, name.size() - 9).replace(u'_', u'-');
            if (language.count(u'-') == 1 && !out.contains(language))
                out << language;
        }
    return out;
}

std::vector<int> Hyphenation::breaks(const QString& word) const
{
    // Marks depend on letters without case.
    const QString low = word.toLower();
    const QByteArray bytes = utf8_ ? low.toUtf8() : low.toLatin1();
    if (low.size() != word.size() || bytes.size() > 90 || bytes.size() < 4)
        return {};
    QByteArray marks(bytes.size() + 5, '\0');
    char** replacements = nullptr;
    int* positions = nullptr;
    int* cuts = nullptr;
    const int failed = hnj_hyphen_hyphenate3(dictionary_.get(), bytes.constData(), int(bytes.size()), marks.data(),
                                             nullptr, &replacements, &positions, &cuts, 0, 0, 0, 0);
    std::vector<int> out;
    int letter = 0; // marks count letters, not bytes
    for (int i = 0; !failed && i < word.size(); ++i) {
        if (word[i].isHighSurrogate())
            continue;
        // Where parting would change the spelling the word stays whole.
        const bool plain = !replacements || !replacements[letter];
        if ((marks[letter] & 1) != 0 && plain && i + 1 < word.size())
            out.push_back(i + 1);
        ++letter;
    }
    if (replacements)
        for (int i = 0; i < bytes.size(); ++i)
            std::free(replacements[i]);
    std::free(replacements);
    std::free(positions);
    std::free(cuts);
    return out;
}

} // namespace hinge
