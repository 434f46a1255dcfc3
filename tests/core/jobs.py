"""A small made-up job for the tests: one deck of the Heron Hide, worked out by hand in docs/guide.md."""

from functools import cache
from pathlib import Path

from yorvek.core.cutting.bars import solve_bars
from yorvek.core.files.jobfile import JobFile, read_job_file
from yorvek.core.frames import FrameRequest
from yorvek.core.jobs import Figures, JobState, figures
from yorvek.core.jobs.structures import frame_request

ROOT = Path(__file__).parents[2]
DEMO = ROOT / "demo"


def state_of(file: JobFile) -> JobState:
    """A job file's records under the numbers they have in it."""
    return JobState(
        job=file.job,
        dimensions=dict(enumerate(file.dimensions)),
        loads={r.id: r.spec for r in file.loads},
        members={r.id: r.spec for r in file.members},
        structures={r.id: r.spec for r in file.structures},
        plates={r.id: r.spec for r in file.plates},
        joints={r.id: r.spec for r in file.joints},
        profiles=dict(enumerate(file.profiles)),
        parts={r.id: r.spec for r in file.parts},
        assemblies={r.id: r.spec for r in file.assemblies},
        load_tests={r.id: r.spec for r in file.load_tests},
        stock=dict(enumerate(file.stock)),
        cuts=dict(enumerate(file.cuts)),
        kept=dict(enumerate(file.kept)),
    )


def demo(name: str) -> JobState:
    """A demo job."""
    return state_of(read_job_file((DEMO / f"{name}.job.json").read_text()))


def worked(state: JobState) -> Figures:
    """All its figures, bar plans with a second each."""
    return figures(state, lambda problem: solve_bars(problem, seconds=1.0))


@cache
def demo_structures() -> dict[str, FrameRequest]:
    """What is asked of every structure of the demo jobs, by job and mark."""
    out = {}
    for path in sorted(DEMO.glob("*.job.json")):
        name = path.name.removesuffix(".job.json")
        state = demo(name)
        for spec in state.structures.values():
            out[f"{name} {spec.mark}"] = frame_request(state.job, state.loads, spec, state.section_id)
    return out
