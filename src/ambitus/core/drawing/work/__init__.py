"""Pictures of the work: a few poses, drawn from the state that the simulator leaves."""

from ambitus.core.drawing.work.pictures import work_pictures
from ambitus.core.drawing.work.table import Stroke, WorkPicture

__all__ = ["Stroke", "WorkPicture", "work_pictures"]
