// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/document/stock_store.h"
#include "app/fields/sentence.h"

namespace hinge
{

/// What several parts of the brief say things with.

/// Page sizes by their names, each upright or landscape, for the part of a job that holds a size.
[[nodiscard]] std::vector<JobChoice::Option> sizeOptions(const std::vector<std::pair<const char*, bool>>& names,
                                                         const std::function<Size&(Job&)>& part);
/// Every stock there is, shipped and own; the grain stays as it lies.
[[nodiscard]] std::vector<JobChoice::Option> stockOptions(const StockStore& stocks,
                                                          const std::function<Stock&(Job&)>& part);
/// "on (stock) of (grammage) g/m2": the fields of a stock, under these object names.
void addStock(Sentence& s, const StockStore& stocks, const char* name, const char* grammageName,
              const std::function<Stock&(Job&)>& part);
/// The stock of the flat, and that of the text.
[[nodiscard]] Stock& flatStock(Job& j);
[[nodiscard]] Stock& textStock(Job& j);
/// The tip of every field that takes a length.
[[nodiscard]] QString any();

} // namespace hinge
