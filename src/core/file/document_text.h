// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/file/sheet_rows.h"
#include "core/job/content.h"

#include <functional>

namespace hinge
{

/// Characters of a paragraph that stand out in a document.
struct DocumentMark {
    int start = 0;
    int length = 0;
    bool bold = false;
    bool italic = false;
    bool underline = false;
    bool strike = false; ///< struck through
    bool operator==(const DocumentMark&) const = default;
};

/// What a paragraph of a document is.
enum class ParagraphRole { Text, Heading, List, Quote, Term, Note, Code };

struct DocumentParagraph {
    QString text; ///< U+2028 forces a line
    /// The name of its style: in the file, or that of its role: "Heading 1", "Text", "List", "Numbered list 2",
    /// "Continued list", "Quote", "Note".
    QString style;
    ParagraphRole role = ParagraphRole::Text;
    int level = 0;                     ///< of a heading, or of a list in lists, from 1
    ListMark list = ListMark::None;    ///< of an item of a list: what stands before it
    int number = 1;                    ///< of that item, where numbers or letters do
    bool continued = false;            ///< its list does not begin with the first number
    std::vector<DocumentMark> marks{}; ///< in order, without overlaps
    bool operator==(const DocumentParagraph&) const = default;
};

/// The text of a word processor, as far as it can stand on paper: words and what they are, without pictures, pages and
/// fields. An item of a list is one paragraph: what there are several of within it begin on lines of their own. Notes
/// come at its end; those of RTF files the converter does not read.
struct DocumentText {
    std::vector<DocumentParagraph> paragraphs;
    std::vector<SheetRows> tables; ///< in order; where one stood nothing is left in the paragraphs
    bool operator==(const DocumentText&) const = default;
    /// Each once, in the order they come.
    [[nodiscard]] QStringList styles() const;
};

/// True of names of files that hold such a text: DOCX (ISO/IEC 29500), ODT (ISO/IEC 26300), RTF and Markdown.
[[nodiscard]] bool isDocumentName(const QString& path);

/// Reads a file by way of pandoc, which must be installed; nothing but this file is read for it. Stops when `goesOn`
/// says no. Fails on what is no such document, is too large or takes too long, and where there is no converter.
[[nodiscard]] Result<DocumentText> readDocument(const QString& path, const std::function<bool()>& goesOn = {});

/// Reads a document in the converter's own form: its syntax tree as JSON.
[[nodiscard]] Result<DocumentText> readDocumentTree(const QByteArray& json, const QString& name);

} // namespace hinge
