"""Build a kitchen wall and write the shop's papers: ./plank run docs/examples/kitchen_wall.py FOLDER"""

import sys

from tallplank import script

work = script.new("Scullery")
work.add_room("Scullery", width=3600, depth=2400, height=2400)
work.add_opening("window", "back", x=1300, sill=1050, width=1000, height=1000)
for kind, width in (("tall", 600), ("drawers", 600), ("sink", "1 m"), ("base", 600), ("base", 600)):
    work.place(kind, "back", width=width)
work.set_finish("front", "oak")
for finding in work.findings():  # the sink unit is wide: two more legs are advised
    if finding.mends:
        work.mend(finding)

price = work.price()
print(f"{len(work.parts())} lines, {price.total:.2f} {price.currency}, {len(work.findings())} findings")
for path in work.export(sys.argv[1] if len(sys.argv) > 1 else "out"):
    print(path)
