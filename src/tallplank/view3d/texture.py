"""Textures of looks and of pictures that a job brings along."""

from io import BytesIO

import numpy as np
from numpy.typing import NDArray
from PIL import Image
from vtkmodules.util.numpy_support import numpy_to_vtk
from vtkmodules.vtkCommonDataModel import vtkImageData
from vtkmodules.vtkRenderingCore import vtkTexture

from tallplank.core.catalog.look import Look
from tallplank.core.job.picture import Picture
from tallplank.core.solid.texture import pixels

MOST_PIXELS = 4096 * 4096
GREY = np.full((2, 2, 3), 190, np.uint8)
"""What a picture that cannot be read is shown as."""


def look_texture(look: Look) -> vtkTexture:
    """The texture of a look."""
    return _texture(pixels(look))


def picture_texture(picture: Picture) -> vtkTexture:
    """The texture of a picture, its upper edge at the top."""
    return _texture(picture_pixels(picture)[::-1])


def picture_pixels(picture: Picture) -> NDArray[np.uint8]:
    """The pixels of a picture, (height, width, 3); a job file may come from anywhere, so what is no picture is shown grey."""
    try:
        with Image.open(BytesIO(picture.file), formats=("PNG", "JPEG")) as image:
            return np.asarray(image.convert("RGB")) if image.width * image.height <= MOST_PIXELS else GREY
    except (OSError, ValueError, SyntaxError, Image.DecompressionBombError):
        return GREY


def _texture(data: NDArray[np.uint8]) -> vtkTexture:
    image = vtkImageData()
    image.SetDimensions(data.shape[1], data.shape[0], 1)
    image.GetPointData().SetScalars(numpy_to_vtk(np.ascontiguousarray(data).reshape(-1, 3), deep=True))
    texture = vtkTexture()
    texture.SetInputData(image)
    texture.RepeatOn()
    texture.InterpolateOn()
    texture.MipmapOn()
    texture.SetMaximumAnisotropicFiltering(1.0)  # more costs a software renderer as much as all the rest
    return texture
