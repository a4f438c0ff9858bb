// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <QStringList>
#include <memory>
#include <vector>

struct _HyphenDict;

namespace hinge
{

/// Where words of one language may be parted, by the pattern files of libhyphen. Immutable once loaded.
class Hyphenation
{
public:
    /// nullptr when no patterns are installed for the language, e.g. "en-GB". Loaded once, which takes seconds for some
    /// languages.
    static const Hyphenation* forLanguage(const QString& language);
    /// The same without waiting: nullptr as long as they are not loaded, which a thread of its own sees to from now on.
    static const Hyphenation* forLanguageIfLoaded(const QString& language);
    /// True when `forLanguage` would not have to wait: they are loaded, or there are none.
    static bool isLoaded(const QString& language);
    /// The languages whose patterns are installed, as "en-GB".
    static QStringList languages();

    /// Places in the word (UTF-16 units) before which a hyphen may stand; ascending, may be empty.
    [[nodiscard]] std::vector<int> breaks(const QString& word) const;

private:
    struct Shelf;
    static std::shared_ptr<const Hyphenation> load(const QString& language);
    struct Release {
        void operator()(_HyphenDict* dictionary) const;
    };
    std::unique_ptr<_HyphenDict, Release> dictionary_;
    bool utf8_ = true;
};

} // namespace hinge
