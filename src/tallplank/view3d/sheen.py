"""How glossy surfaces and metal shine: small programs that the renderer runs for each of their points."""

from typing import Any

import numpy as np
from numpy.typing import NDArray
from vtkmodules.util.numpy_support import numpy_to_vtk
from vtkmodules.vtkCommonDataModel import vtkPointData
from vtkmodules.vtkRenderingCore import vtkActor, vtkPolyDataMapper

SHINES_FROM = 0.25
"""What is less glossy is matt."""
SIDE = "side"

VERTEX = ("""//VTK::PositionVC::Dec
in vec3 sideMC;
out vec3 sideOut;
out vec3 placeOut;
""", """//VTK::PositionVC::Impl
  sideOut = sideMC;
  placeOut = vertexMC.xyz;
""")  # fmt: skip
FRAGMENT = """//VTK::TCoord::Dec
in vec3 sideOut;
in vec3 placeOut;
"""
MIRRORED = """//VTK::TCoord::Impl
  if (gloss > 0.0) {
    vec3 ray = normalize(placeOut - eyeMC);
    vec3 side = faceforward(normalize(sideOut), ray, normalize(sideOut));
    vec3 mirrored = reflect(ray, side);
    float sky = smoothstep(-0.5, 0.9, mirrored.z);
    float window = pow(max(dot(mirrored, lightMC), 0.0), 14.0);
    float rim = pow(1.0 - abs(dot(ray, side)), 4.0);
    vec3 own = gl_FragData[0].rgb;
    gl_FragData[0].rgb = %s;
  }
"""
GLOSSY = MIRRORED % "own + gloss * ((0.05 + 0.35 * rim) * (0.4 + 0.6 * sky) + 0.3 * window) * (1.0 - own)"
METALLIC = MIRRORED % "own * (0.5 + 0.8 * sky) + gloss * (0.25 * rim + 0.6 * window)"
"""The window and the sky that a point mirrors; paint and stone do so the more the flatter one looks at them.

Source: the usual simplification of Fresnel's formula to a power (Schlick 1994, there the fifth); the
shares are from looking.
"""


def put_on(actor: vtkActor, mapper: vtkPolyDataMapper, *, metal: bool) -> None:
    """Let an actor have a sheen, of metal or of what is glossy in its own colour."""
    known: Any = mapper
    known.SetVBOShiftScaleMethod(0)  # places are compared with the eye's
    known.MapDataArrayToVertexAttribute("sideMC", SIDE, 0, -1)
    program: Any = actor.GetShaderProperty()
    program.AddVertexShaderReplacement("//VTK::PositionVC::Dec", True, VERTEX[0], False)
    program.AddVertexShaderReplacement("//VTK::PositionVC::Impl", True, VERTEX[1], False)
    program.AddFragmentShaderReplacement("//VTK::TCoord::Dec", True, FRAGMENT, False)
    program.AddFragmentShaderReplacement("//VTK::TCoord::Impl", True, METALLIC if metal else GLOSSY, False)


def tell_sides(of_points: vtkPointData, normals: NDArray[np.float32]) -> None:
    """Tell which way each side (n, 3), of four corners, faces."""
    sides = numpy_to_vtk(np.repeat(normals, 4, axis=0).astype(np.float32), deep=True)
    sides.SetName(SIDE)
    of_points.AddArray(sides)


def aim(actor: vtkActor, eye: tuple[float, float, float], light: tuple[float, float, float], gloss: float) -> None:
    """Tell where an actor is looked at from, where light comes from, and how much it mirrors, from 0 to 1."""
    program: Any = actor.GetShaderProperty()
    known = program.GetFragmentCustomUniforms()
    known.SetUniform3f("eyeMC", list(eye))
    known.SetUniform3f("lightMC", list(light))
    known.SetUniformf("gloss", gloss)
