// SPDX-License-Identifier: GPL-3.0-or-later
// Nothing but a place to precompile the headers of the tests at.
