"""Plain G-code of a table plan: millimetres, absolute, torch by M3 and M5, arcs by their centres."""

from __future__ import annotations

from yorvek.core.cutting.table.paths import TablePlan, moved_arc


def _plain(mark: str) -> str:
    return "".join(ch for ch in mark if ch.isalnum() or ch in "-_")


def gcode(plan: TablePlan, title: str = "") -> str:
    """The program of one sheet; every line is one of G0 G1 G2 G3 G4 M3 M5 or the head and foot."""
    s = plan.settings
    safe = "".join(c for c in title if c.isalnum() or c in " .-_")[:60]
    out = [f"({safe})"] if safe else []
    out += ["G21 (mm)", "G90 (absolute)", "G17", "M5"]
    for mark in plan.marks if s.mark_s else []:
        out += [
            f"(part {_plain(mark.part)} centre mark drill {mark.across_mm:.2f})",
            f"G0 X{mark.x:.4f} Y{mark.y:.4f}",
            "M3",
            f"G4 P{s.mark_s:.3f}",
            "M5",
        ]
    for c in plan.contours:
        kind = "opening" if c.opening else "outside"
        out += [
            f"(part {_plain(c.part)} number {c.number + 1} {kind})",
            f"G0 X{c.pierce_x:.4f} Y{c.pierce_y:.4f}",
            "M3",
            f"G4 P{s.pierce_s:.3f}",
        ]
        x, y = c.pierce_x, c.pierce_y
        feed = f" F{s.feed_mm_min:.1f}"
        for m in c.moves:
            if m.bulge:
                cx, cy = moved_arc(x, y, m)
                word = "G3" if m.bulge > 0 else "G2"
                out.append(f"{word} X{m.x:.4f} Y{m.y:.4f} I{cx - x:.4f} J{cy - y:.4f}{feed}")
            else:
                out.append(f"G1 X{m.x:.4f} Y{m.y:.4f}{feed}")
            x, y, feed = m.x, m.y, ""
        out.append("M5")
    return "\n".join([*out, "G0 X0.0000 Y0.0000", "M30", ""])
