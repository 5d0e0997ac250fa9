#!/usr/bin/env python3
"""Checks the files of an auditor's paper: hashes, chain, ledger. Says what does not fit."""
import csv
import hashlib
import pathlib
import sys

folder = pathlib.Path(sys.argv[1] if len(sys.argv) > 1 else __file__).resolve()
folder = folder if folder.is_dir() else folder.parent
faults = []


def rows(name):
    with open(folder / name, encoding="utf-8", newline="") as file:
        return list(csv.DictReader(file))


def sealed(value):
    """As it goes into the hash: its length in UTF-16 units before it, so that no two texts are alike."""
    if not value:
        return "-;"
    said = value[1:]
    return "%d:%s;" % (len(said.encode("utf-16-le")) // 2, said)


about = {row["name"]: row["value"] for row in rows("about.csv")}
chain = rows("chain.csv")
hashes = {0: "0" * 64}
for place, link in enumerate(chain, 1):
    if int(link["seq"]) != place:
        faults.append("chain.csv: entry %d is missing" % place)
        break
    hashes[place] = link["hash"]
if len(chain) != int(about["journal_entries"]) or (chain and chain[-1]["hash"] != about["journal_head"]):
    faults.append("chain.csv does not end where about.csv says")

entries = rows("journal.csv")
for entry in entries:
    seq = int(entry["seq"][1:])
    hash_of_it = entry.pop("hash")
    text = "".join(sealed(value) for value in entry.values())
    if hashlib.sha256(text.encode("utf-8")).hexdigest() != hash_of_it:
        faults.append("journal.csv: entry %d says something else than when it was written" % seq)
    if hashes.get(seq) != hash_of_it or "'" + hashes.get(seq - 1, "") != entry["previous"]:
        faults.append("journal.csv: entry %d does not stand in the chain" % seq)

places = ["spare", "promised", "held", "resting"]
lie = {place: int(about["opening_" + place]) for place in places}
for number, posting in enumerate(rows("ledger.csv"), 2):
    for place, sign in ((posting["from"].lower(), -1), (posting["to"].lower(), 1)):
        if place in lie:
            lie[place] += sign * int(posting["seats"])
    if any(lie[place] != int(posting[place]) for place in places):
        faults.append("ledger.csv, row %d: the seats do not add up" % number)
        break
if any(lie[place] != int(about["closing_" + place]) for place in places):
    faults.append("ledger.csv does not end where about.csv says")
held = sum(1 for row in rows("holdings.csv") if not row["until"] or row["until"] > about["to"])
if held != lie["held"] + lie["promised"]:
    faults.append("holdings.csv: %d seats are held, the ledger has %d" % (held, lie["held"] + lie["promised"]))

print("\n".join(faults) if faults else "All fits: %d entries of the journal, %d seats held." % (len(entries), held))
sys.exit(1 if faults else 0)
