"""The assembly sheet: what stands where from every side, drawn apart in the order it goes together, with the list of
parts and of welds. As DXF: every view beside the other, in true size.
"""

from __future__ import annotations

from collections.abc import Sequence

from ezdxf.enums import TextEntityAlignment
from ezdxf.layouts import Modelspace
from reportlab.lib.units import mm

from yorvek.core.assemblies.drawing import VIEWS, AssemblyView, DrawnLine, view_of
from yorvek.core.assemblies.said import where_words
from yorvek.core.assemblies.seen import ViewName
from yorvek.core.assemblies.worked import AssemblyResult, Ready
from yorvek.core.files.dxf import new_document, text_of
from yorvek.core.files.fonts import SANS
from yorvek.core.files.pdf import BLUE, INK, RED, SOFT, Page, cautions_on
from yorvek.core.jobs.cautions import Caution
from yorvek.core.jobs.spec import JobSpec
from yorvek.core.parts.saying import Say, said_in

TALL, LOW = (272.0, 150.0), (272.0, 112.0)
"""Room for one view on a page, and for a view over the parts list, mm."""
INKS = {"BODY": INK, "MARK": SOFT, "WELD": BLUE}
COLOURS = {"BODY": 7, "MARK": 8, "WELD": 5}
ASIDE_MM = 40.0
WORDS_PT = 8.0
EDGE_MM = 3.0
"""Left free above and below a view (ours)."""
HEADED_PT = 40.0
"""What a heading and two lines of its list take: a heading does not stand alone at the foot of a page."""


def assembly_pdf(job: JobSpec, ready: Ready, result: AssemblyResult, cautions: Sequence[Caution]) -> bytes:
    """The sheets of an assembly, in the unit that it was worked out in."""
    say, spec = said_in(ready.unit), ready.spec
    page = Page(f"assembly {spec.mark} {spec.name}".strip(), job, across=True, stale=False)
    said = [f"{spec.qty} off", f"{say.mass(result.mass_kg)} each"]
    if any(result.size_mm):
        said.append("reaches " + " × ".join(say(v, rough=True) for v in result.size_mm))
        said.append("centre of mass at " + ", ".join(say(v, rough=True) for v in result.middle_mm))
    if spec.drawing:
        said.append(f"entered from drawing {spec.drawing}")
    page.line("; ".join(said), size=9)
    for flaw in result.flaws:
        page.line(f"To mend: {flaw.words}. {flaw.mend.capitalize()}.", colour=RED, size=8.5)
    _view(page, view_of(ready, result, "space", LOW))
    _parts(page, result, say)
    for name in ("front", "above", "right"):
        _view(page, view_of(ready, result, name, TALL))
    _view(page, view_of(ready, result, "space", TALL, apart=True))
    _order(page, ready, result, say)
    _welds(page, result)
    for note in result.notes:
        page.line(note, size=8, colour=SOFT)
    cautions_on(page, cautions)
    return page.bytes()


def _view(page: Page, view: AssemblyView) -> None:
    if not view.lines:
        return
    heights = [y for line in view.lines for _, y in line.points] + [t.y for t in view.texts]
    reach = max(heights) - min(heights) + 2 * EDGE_MM
    page.need(reach * mm + 16)
    page.line(f"{view.words}, 1 : {view.scale:g}", bold=True, size=9)
    left = (page.size[0] - view.width_mm * mm) / 2
    # only as high as what is drawn, so that low views share a page
    foot = page.y - reach * mm
    low = foot - (min(heights) - EDGE_MM) * mm
    c = page.canvas
    for line in view.lines:
        _stroke(page, line, left, low)
    c.setDash()
    for t in view.texts:
        c.setFillColor(INKS[t.layer])
        c.setFont(SANS, WORDS_PT)
        x, y, words = left + t.x * mm, low + t.y * mm - WORDS_PT * 0.35, page.text(t.words)
        if t.anchor == "end":
            c.drawRightString(x, y, words)
        else:
            c.drawString(x, y, words)
    page.y = foot - 6


def _stroke(page: Page, line: DrawnLine, left: float, low: float) -> None:
    c, ink = page.canvas, INKS[line.layer]
    c.setStrokeColor(ink)
    c.setFillColor(ink)
    c.setLineWidth(0.6 if line.layer == "BODY" else 0.4)
    c.setDash(2, 1.5) if line.dashed else c.setDash()
    path = c.beginPath()
    for k, (x, y) in enumerate(line.points):
        at = (left + x * mm, low + y * mm)
        path.lineTo(*at) if k else path.moveTo(*at)
    if line.filled:
        path.close()
    c.drawPath(path, fill=1 if line.filled else 0)


def _parts(page: Page, result: AssemblyResult, say: Say) -> None:
    page.line("Parts of one", bold=True, size=10)
    for r in result.rows:
        there = "" if r.placed == r.count else f"; {r.placed} of them drawn"
        theirs = f"; theirs {r.theirs}" if r.theirs else ""
        mass = f"{r.count} × {say.mass(r.mass_kg)} = {say.mass(r.count * r.mass_kg)}"
        page.columns(f"{r.number}.  {r.count} × {r.mark}  {r.name}", f"{r.words}{theirs}{there}", mass)


def _order(page: Page, ready: Ready, result: AssemblyResult, say: Say) -> None:
    """What is put where in which step."""
    page.y -= 4
    page.need(HEADED_PT)
    page.line("In this order", bold=True, size=10)
    marks = {r.part_id: r.mark for r in result.rows}
    for step in result.steps:
        for p in ready.spec.placed:
            if p.step == step:
                page.line(f"☐  {step}. {p.name} ({marks.get(p.part_id, '?')}): {where_words(p, say)}", size=8.5)


def _welds(page: Page, result: AssemblyResult) -> None:
    if not result.welds:
        return
    page.y -= 4
    page.need(HEADED_PT)
    page.line(f"Welds, by {result.standard}", bold=True, size=10)
    for c in result.welds:
        page.line(f"☐  {c.number + 1}. {c.words}; {c.places} of one", size=8.5)


def assembly_dxf(ready: Ready, result: AssemblyResult) -> str:
    """The four views side by side in true size, bodies, marks and welds on layers of their own."""
    document, space = new_document(COLOURS)
    aside = 0.0
    for name in VIEWS:
        aside += _drawn(space, ready, result, name, aside)
    return text_of(document)


def _drawn(space: Modelspace, ready: Ready, result: AssemblyResult, name: ViewName, aside: float) -> float:
    """A view from `aside` on; how far it reaches."""
    view = view_of(ready, result, name, TALL)
    if not view.lines:
        return 0.0
    k = view.scale
    for line in view.lines:
        points = [(aside + x * k, y * k) for x, y in line.points]
        space.add_lwpolyline(points, close=line.filled, dxfattribs={"layer": line.layer})
    for t in view.texts:
        words = space.add_text(t.words, height=2.8 * k, dxfattribs={"layer": t.layer})
        align = TextEntityAlignment.MIDDLE_RIGHT if t.anchor == "end" else TextEntityAlignment.MIDDLE_LEFT
        words.set_placement((aside + t.x * k, t.y * k), align=align)
    title = space.add_text(f"{ready.spec.mark} {view.words}", height=4 * k, dxfattribs={"layer": "MARK"})
    title.set_placement((aside, (view.height_mm + 4) * k))
    return (view.width_mm + ASIDE_MM) * k
