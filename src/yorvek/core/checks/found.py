"""What a load test found of stiffness and play, as the checks of movement say it."""

from __future__ import annotations

from yorvek.core.checks.record import Value


def found_words(stiffness: float, play_mm: float) -> str:
    """In words; empty where the model stands as computed."""
    less = f"{stiffness:.0%} of the stiffness computed" if stiffness < 1 else ""
    play = f"play of {play_mm:.2g} mm" if play_mm else ""
    return f"as found in a load test: {' and '.join(w for w in (less, play) if w)}" if less or play else ""


def found_values(stiffness: float, play_mm: float) -> list[Value]:
    """As they go into the formula."""
    less = [Value(symbol="k", name="share of the stiffness computed, by a load test", value=stiffness, unit="")]
    play = [Value(symbol="s", name="play, by a load test", value=play_mm, unit="mm")]
    return (less if stiffness < 1 else []) + (play if play_mm else [])
