"""The simulated table: runs G-code as a table would, refuses what would crash, and reports time, pierces and
lengths.
"""

from __future__ import annotations

import math
import re
from collections.abc import Sequence

import shapely
from shapely import LineString, Polygon

from yorvek.core.errors import InputError
from yorvek.core.model import Model
from yorvek.core.quantities import INCH_MM

LARGEST = 5_000_000
MOST_MOVES = 200_000
WORD = re.compile(r"([A-Z])\s*([-+]?(?:\d+\.?\d*|\.\d+))")
LETTERS = set("GMXYIJFPSNRZT")
MOTION = {0, 1, 2, 3}
CHORD_MM = 0.05
OFF_MM = 0.02
KNOWN_G = {0, 1, 2, 3, 4, 17, 20, 21, 40, 90, 91}
KNOWN_M = {0, 2, 3, 5, 30}


class TableRun(Model):
    """What happened on the table. `faults` are what would have crashed, gouged or crossed; none is a sound program."""

    seconds: float
    pierces: int
    cut_mm: float
    rapid_mm: float
    faults: list[str]
    path: list[tuple[float, float, int]]
    """Corners of the way: x, y, and 1 where the torch was on from the one before."""


def _refuse(line: int, got: str, needs: str) -> InputError:
    return InputError(field=f"line {line}", got=got[:40], needs=needs)


def simulate(
    program: str,
    *,
    width: float,
    height: float,
    kerf_mm: float = 0.0,
    parts: list[tuple[str, Polygon]] | None = None,
    rapid_mm_min: float = 12_000.0,
    beyond_mm: float = 20.0,
    metal: Polygon | None = None,
    marks: Sequence[tuple[float, float]] = (),
) -> TableRun:
    """Run a program.

    Args:
        program: the G-code.
        width, height: of the sheet, its lower left corner at the origin.
        kerf_mm: what the torch takes away.
        parts: marks and outlines that must come out whole; none: only the moves are checked.
        rapid_mm_min: how fast it moves with the torch off.
        beyond_mm: how far the head may go past the sheet.
        metal: the sheet's outline: a pierce beside it is a fault; none: not looked at.
        marks: places at which the torch may touch a part, without a move, for a centre mark.

    Raises:
        InputError: a line that a table would not understand.
    """
    if len(program) > LARGEST:
        raise InputError(field="program", got=f"{len(program)} characters", needs=f"at most {LARGEST}")
    head = _Head(width, height, beyond_mm, rapid_mm_min)
    for number, text in enumerate(program.splitlines(), 1):
        words = _words(number, text)
        if words and not head.step(number, words):
            break
    if head.torch:
        head.faults.append("the program ends with the torch on")
    if metal is not None:
        reach = metal.buffer(kerf_mm + OFF_MM, join_style="mitre")
        head.faults += [
            f"cut {k + 1} is pierced at {c[0][0]:.1f}, {c[0][1]:.1f}, beside the metal"
            for k, c in enumerate(head.cuts)
            if not reach.covers(shapely.Point(c[0]))
        ]
    if parts is not None:
        known = [shapely.Point(m) for m in marks]
        cuts = [c if len(c) > 1 or not _near(c[0], known) else [] for c in head.cuts]
        head.faults += _gouges(cuts, parts, kerf_mm)
    return TableRun(
        seconds=head.seconds,
        pierces=head.pierces,
        cut_mm=head.cut,
        rapid_mm=head.rapid,
        faults=head.faults,
        path=head.path,
    )


def _near(at: tuple[float, float], known: Sequence[shapely.Point]) -> bool:
    return any(p.distance(shapely.Point(at)) <= OFF_MM for p in known)


def _words(number: int, text: str) -> list[tuple[str, float]]:
    """Words of a line, comments taken off."""
    bare = re.sub(r"\([^()]*\)", "", text).partition(";")[0].strip().upper()
    if not bare or bare == "%":
        return []
    found = WORD.findall(bare)
    if "".join(f"{a}{b}" for a, b in found) != re.sub(r"\s+", "", bare):
        raise _refuse(number, text, "words of a letter and a number, comments in brackets")
    odd = next((a for a, _ in found if a not in LETTERS), None)
    if odd:
        raise _refuse(number, odd, "one of the letters " + " ".join(sorted(LETTERS)))
    return [(a, float(b)) for a, b in found]


class _Head:
    """Where the torch is and what it has done."""

    def __init__(self, width: float, height: float, beyond: float, rapid: float) -> None:
        self.room = (-beyond, -beyond, width + beyond, height + beyond)
        self.rapid_speed = rapid
        self.x = self.y = 0.0
        self.scale, self.absolute, self.motion, self.feed, self.torch = 1.0, True, 0, 0.0, False
        self.seconds = self.cut = self.rapid = 0.0
        self.pierces, self.moves = 0, 0
        self.faults: list[str] = []
        self.path: list[tuple[float, float, int]] = [(0.0, 0.0, 0)]
        self.cuts: list[list[tuple[float, float]]] = []

    def _mode(self, number: int, v: float, value: dict[str, float]) -> bool:
        """A G word; True where it is a wait, which ends its line."""
        code = round(v)
        if v != code or code not in KNOWN_G:
            raise _refuse(number, f"G{v:g}", "one of " + ", ".join(f"G{k}" for k in sorted(KNOWN_G)))
        if code in MOTION:
            self.motion = code
        elif code in (20, 21):
            self.scale = INCH_MM if code == 20 else 1.0
        elif code in (90, 91):
            self.absolute = code == 90
        elif code == 4:
            self._wait(number, value)
            return True
        return False

    def step(self, number: int, words: list[tuple[str, float]]) -> bool:
        """Do one line; False at the program's end."""
        value = dict(words)
        moves = False
        for letter, v in words:
            code = round(v)
            if letter == "G":
                if self._mode(number, v, value):
                    return True
            elif letter == "M":
                if v != code or code not in KNOWN_M:
                    raise _refuse(number, f"M{v:g}", "one of " + ", ".join(f"M{k}" for k in sorted(KNOWN_M)))
                if code in (2, 30):
                    return False
                if code in (3, 5):
                    self._switch(code == 3)
            elif letter == "F":
                self.feed = v * self.scale
            elif letter in "XY":
                moves = True
        if moves or (self.motion in (2, 3) and ("I" in value or "J" in value)):
            self._move(number, value)
        return True

    def _wait(self, number: int, value: dict[str, float]) -> None:
        if not 0 <= value.get("P", -1.0) <= 600:
            raise _refuse(number, f"G4 P{value.get('P', '')}", "a wait of 0 to 600 seconds, G4 P0.5")
        self.seconds += value["P"]

    def _switch(self, on: bool) -> None:
        if on and not self.torch:
            self.pierces += 1
            self.cuts.append([(self.x, self.y)])
        self.torch = on

    def _move(self, number: int, value: dict[str, float]) -> None:
        self.moves += 1
        if self.moves > MOST_MOVES:
            raise _refuse(number, f"{self.moves} moves", f"at most {MOST_MOVES}")
        base_x, base_y = (0.0, 0.0) if self.absolute else (self.x, self.y)
        tx = base_x + value["X"] * self.scale if "X" in value else self.x
        ty = base_y + value["Y"] * self.scale if "Y" in value else self.y
        points = [(tx, ty)]
        if self.motion in (2, 3):
            points = self._arc(number, value, tx, ty)
        if self.motion == 0 and self.torch:
            self.faults.append(f"line {number}: a rapid move with the torch on")
        if self.motion != 0 and self.feed <= 0:
            raise _refuse(number, f"G{self.motion}", "a feed, F, before the first cut")
        speed = self.rapid_speed if self.motion == 0 else self.feed
        for x, y in points:
            length = math.hypot(x - self.x, y - self.y)
            if not (self.room[0] <= x <= self.room[2] and self.room[1] <= y <= self.room[3]):
                self.faults.append(f"line {number}: the head leaves the table at {x:.1f}, {y:.1f}")
            self.seconds += length / speed * 60
            if self.torch:
                self.cut += length
                self.cuts[-1].append((x, y))
            else:
                self.rapid += length
            self.path.append((x, y, int(self.torch)))
            self.x, self.y = x, y
        if len(self.faults) > 50:
            raise _refuse(
                number, f"{len(self.faults)} faults", "a program without crashes; the first: " + self.faults[0]
            )

    def _arc(self, number: int, value: dict[str, float], tx: float, ty: float) -> list[tuple[float, float]]:
        if "I" not in value and "J" not in value:
            raise _refuse(number, f"G{self.motion}", "the arc's centre, I and J")
        cx, cy = self.x + value.get("I", 0.0) * self.scale, self.y + value.get("J", 0.0) * self.scale
        r0, r1 = math.hypot(self.x - cx, self.y - cy), math.hypot(tx - cx, ty - cy)
        if r0 <= 0 or abs(r0 - r1) > max(OFF_MM, 1e-4 * r0):
            raise _refuse(number, f"radii {r0:.3f} and {r1:.3f}", "an arc whose ends are equally far from its centre")
        a0, a1 = math.atan2(self.y - cy, self.x - cx), math.atan2(ty - cy, tx - cx)
        sweep = (a1 - a0) % (2 * math.pi) if self.motion == 3 else -((a0 - a1) % (2 * math.pi))
        if abs(sweep) < 1e-9:
            sweep = 2 * math.pi if self.motion == 3 else -2 * math.pi
        step = 2 * math.acos(max(-1.0, 1 - min(1.0, CHORD_MM / r0)))
        count = max(1, min(720, math.ceil(abs(sweep) / max(step, 1e-3))))
        return [
            (cx + r0 * math.cos(a0 + sweep * k / count), cy + r0 * math.sin(a0 + sweep * k / count))
            for k in range(1, count)
        ] + [(tx, ty)]


def _gouges(cuts: list[list[tuple[float, float]]], parts: list[tuple[str, Polygon]], kerf_mm: float) -> list[str]:
    """Cuts that come nearer to a part than half the kerf, and cuts through one that is already loose."""
    out = []
    tree = shapely.STRtree([p for _, p in parts])
    loose: set[int] = set()
    for k, points in enumerate(cuts):
        if not points:
            continue
        line = LineString(points) if len(points) > 1 else shapely.Point(points[0])
        for i in tree.query(line.buffer(kerf_mm / 2)):
            mark, part = parts[int(i)]
            if part.distance(line) < kerf_mm / 2 - OFF_MM - CHORD_MM:
                out.append(f"cut {k + 1} goes into part {mark}")
            elif int(i) in loose and Polygon(part.exterior).contains(line):
                out.append(f"cut {k + 1} is inside part {mark}, which is loose already")
        closed = next((k for k in (0, 1) if len(points) > k + 3 and math.dist(points[k], points[-1]) < 1.0), None)
        if closed is not None:
            ring = Polygon(points[closed:])
            if ring.is_valid:
                for i in tree.query(ring):
                    mark, part = parts[int(i)]
                    if ring.buffer(kerf_mm).covers(part):
                        loose.add(int(i))
    return out
