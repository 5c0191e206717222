"""Where pages of a document end: no heading alone at the foot of one, no step apart from its caution or readings, no short list."""

from __future__ import annotations

from collections.abc import Iterator

from PyQt6.QtGui import QTextBlock, QTextCursor, QTextDocument, QTextFormat, QTextFrame, QTextTable

MOST = 200  # steps and headings that are moved


def keep_together(document: QTextDocument, high: float) -> None:
    """Moves what would be parted to the next page. high: of a page. What moves may move what is behind it."""
    for _ in range(MOST):
        if not (_move_heading(document, high) or _move_table(document, high)):
            return
        document.markContentsDirty(0, document.characterCount())  # else what is behind the last change is not laid out


def _move_heading(document: QTextDocument, high: float) -> bool:
    """Puts the first heading that stays alone on the next page; whether there was one."""
    block = document.begin()
    while block.isValid():
        if block.blockFormat().headingLevel() and any(_page(_top(one), high) > _page(_top(block), high) for one in _headed(block)):
            _push(block, high)
            return True
        block = block.next()
    return False


def _headed(heading: QTextBlock) -> Iterator[QTextBlock]:
    """What stands under a heading down to the first words of a table: a ruler and what it says, too."""
    block = heading.next()
    while block.isValid() and not block.blockFormat().headingLevel():
        in_table = QTextCursor(block).currentTable() is not None
        if block.text():
            yield block
            if in_table:
                return
        block = block.next()


def _move_table(document: QTextDocument, high: float) -> bool:
    """The same for the first table that is parted and short enough; one right below its heading takes that along."""
    for table in _tables(document):
        side = table.columns() - 1
        first, last = (
            table.cellAt(0, side).firstCursorPosition().block(),
            table.cellAt(table.rows() - 1, side).lastCursorPosition().block(),
        )
        if _page(_foot(last) - 2.0, high) == _page(_top(first), high) or _foot(last) - _top(first) > high / 2.0:
            continue
        heading = _heading_of(document, table)
        if heading is not None:
            _push(heading, high)
        else:
            kept = table.format().toTableFormat()
            kept.setPageBreakPolicy(QTextFormat.PageBreakFlag.PageBreak_AlwaysBefore)
            table.setFormat(kept)
        return True
    return False


def _tables(document: QTextDocument) -> Iterator[QTextTable]:
    """Each step with its caution is a table of its own; those that were not moved yet."""
    root = document.rootFrame()
    frames: list[QTextFrame] = [] if root is None else root.childFrames()
    for frame in frames:
        if isinstance(frame, QTextTable):
            kept = frame.format().toTableFormat().pageBreakPolicy()
            if not kept & QTextFormat.PageBreakFlag.PageBreak_AlwaysBefore:
                yield frame


def _heading_of(document: QTextDocument, table: QTextTable) -> QTextBlock | None:
    """The heading above a table and its ruler; None where another table is."""
    block = document.findBlock(table.firstPosition() - 1)
    while block.isValid() and QTextCursor(block).currentTable() is None:
        if block.blockFormat().headingLevel():
            return block
        block = block.previous()
    return None


def _push(heading: QTextBlock, high: float) -> None:
    """Room above it until the next page; a page break would leave one empty."""
    kept, top = heading.blockFormat(), _top(heading)
    kept.setTopMargin(kept.topMargin() + (_page(top, high) + 1) * high - top + 1.0)
    QTextCursor(heading).setBlockFormat(kept)


def _page(at: float, high: float) -> int:
    return int((at + 1.0) // high)


def _top(block: QTextBlock) -> float:
    """Where a block begins: its first line, since a row of a table begins where there was still room for its frame."""
    lines = block.layout()
    assert lines is not None
    return _box_top(block) + (lines.lineAt(0).y() if lines.lineCount() else 0.0)


def _foot(block: QTextBlock) -> float:
    """Where its last line ends."""
    lines = block.layout()
    assert lines is not None
    if not lines.lineCount():
        return _box_top(block)
    last = lines.lineAt(lines.lineCount() - 1)
    return _box_top(block) + last.y() + last.height()


def _box_top(block: QTextBlock) -> float:
    document = block.document()
    layout = None if document is None else document.documentLayout()
    assert layout is not None
    return float(layout.blockBoundingRect(block).top())
