"""Lines and cells for the renderer."""

import numpy as np
from numpy.typing import NDArray
from vtkmodules.util.numpy_support import numpy_to_vtk, numpy_to_vtkIdTypeArray
from vtkmodules.vtkCommonCore import vtkPoints
from vtkmodules.vtkCommonDataModel import vtkCellArray, vtkPolyData
from vtkmodules.vtkRenderingCore import vtkActor, vtkPolyDataMapper

from tallplank.core.solid.scene import SceneBlock
from tallplank.core.space.outline import edges


def cells(count: int, corners: int) -> vtkCellArray:
    """So many cells of so many corners each, which follow one another."""
    cells = vtkCellArray()
    offsets = np.arange(0, (count + 1) * corners, corners, dtype=np.int64)
    cells.SetData(
        numpy_to_vtkIdTypeArray(offsets, deep=True), numpy_to_vtkIdTypeArray(np.arange(count * corners, dtype=np.int64), deep=True)
    )
    return cells


def set_lines(actor: vtkActor, lines: NDArray[np.float32]) -> None:
    """Let an actor show these lines (n, 2, 3)."""
    data = vtkPolyData()
    points = vtkPoints()
    points.SetData(numpy_to_vtk(lines.reshape(-1, 3).astype(np.float32), deep=True))
    data.SetPoints(points)
    data.SetLines(cells(len(lines), 2))
    mapper = actor.GetMapper()
    assert isinstance(mapper, vtkPolyDataMapper)
    mapper.SetInputData(data)


def block_lines(block: SceneBlock) -> NDArray[np.float32]:
    """The edges of the upright box around a unit."""
    found = []
    for (x0, y0), (x1, y1) in edges(block.ring):
        found += [((x0, y0, z), (x1, y1, z)) for z in (block.base, block.top)]
        found.append(((x0, y0, block.base), (x0, y0, block.top)))
    return np.array(found, dtype=np.float32)
