"""Reads a PWG raster file with the raster reader of CUPS (libcups) and tells what it found as JSON.

usage: python3 read-with-cups.py FILE
Answers a list of pages: width and height in pixels, page size in points, resolution, bits, copies, media type, and the
colours at nine places: thirds of its width and height, their middles.
"""

import ctypes
import json
import os
import struct
import sys

cups = ctypes.CDLL("libcups.so.2")
cups.cupsRasterOpen.restype = ctypes.c_void_p
cups.cupsRasterOpen.argtypes = [ctypes.c_int, ctypes.c_int]
cups.cupsRasterReadHeader2.argtypes = [ctypes.c_void_p, ctypes.c_void_p]
cups.cupsRasterReadPixels.argtypes = [ctypes.c_void_p, ctypes.c_void_p, ctypes.c_uint]
cups.cupsRasterReadPixels.restype = ctypes.c_uint

# cups_page_header2_t, <cups/raster.h>: four names of 64 bytes, then numbers of 32 bits.
HEADER = 1796


def number(header: bytes, at: int) -> int:
    return struct.unpack_from("=I", header, at)[0]


raster = cups.cupsRasterOpen(os.open(sys.argv[1], os.O_RDONLY), 0)
if not raster:
    sys.exit("not a raster")
pages = []
header = ctypes.create_string_buffer(4096)
while cups.cupsRasterReadHeader2(raster, header):
    raw = header.raw[:HEADER]
    width, height, line = number(raw, 372), number(raw, 376), number(raw, 392)
    row = ctypes.create_string_buffer(line)
    wanted = {int(height * (2 * i + 1) / 6) for i in range(3)}
    colours, read = [], 0
    for y in range(height):
        if cups.cupsRasterReadPixels(raster, row, line) != line:
            break
        read += 1
        if y in wanted:
            for i in range(3):
                x = int(width * (2 * i + 1) / 6) * 3
                colours.append(list(row.raw[x : x + 3]))
    pages.append(
        {
            "width": width,
            "height": height,
            "rows": read,
            "points": [number(raw, 352), number(raw, 356)],
            "ppi": [number(raw, 276), number(raw, 280)],
            "bits": number(raw, 384),
            "copies": number(raw, 340),
            "mediaType": raw[128:192].split(b"\0")[0].decode(),
            "colours": colours,
        }
    )
print(json.dumps(pages))
