"""Makes objects of generated classes, and changes their links at random: see behaviour_test.go."""

import datetime
import decimal
import importlib
import json
import random
import sys

folder, calls = sys.argv[1], int(sys.argv[2])
with open(f"{folder}/spec.json", encoding="utf-8") as file:
    spec = json.load(file) or []
sys.path.insert(0, folder)
code = importlib.import_module(folder)
by_name = {c["Name"]: c for c in spec}
chance = random.Random(12345)
objects = []
kind_of = {}
did = refused = 0


def ends_of(o):
    return [e for k in kind_of[id(o)]["Kinds"] for e in by_name[k]["Ends"] or []]


def kinds_of(name):
    return [o for o in objects if name in kind_of[id(o)]["Kinds"]]


values = {
    "Text": "x", "Identifier": "x", "Geometry": "x", "Integer": 7, "Boolean": True, "Decimal": decimal.Decimal("1.5"), "Money": decimal.Decimal("1.5"),
    "Date": datetime.date(2026, 1, 1), "Time": datetime.time(12), "Instant": datetime.datetime(2026, 1, 1), "Duration": datetime.timedelta(1), "Binary": b"x",
}


def make(c, depth=0):
    global refused
    given = {}
    for p in c["Params"] or []:
        if p["Kind"] == "class":
            there = kinds_of(p["Class"])
            one = chance.choice(there) if there and chance.randrange(3) else None
            fitting = [k for k in spec if not k["Abstract"] and p["Class"] in k["Kinds"]]
            if one is None and depth < 6 and fitting:
                one = make(chance.choice(fitting), depth + 1)
            if one is None and there:
                one = chance.choice(there)
            if one is None:
                return None
            given[p["Name"]] = one
        else:
            given[p["Name"]] = values.get(p["Primitive"])
    try:
        o = getattr(code, c["Name"])(**given)
    except code.Refused:
        refused += 1
        return None
    kind_of[id(o)] = c
    objects.append(o)
    return o


def linked(o, field, many):
    value = getattr(o, field)
    return list(value) if many else [] if value is None else [value]


def check(what):
    for o in objects:
        wholes = 0
        for e in ends_of(o):
            there = linked(o, e["Field"], e["Many"])
            assert e["Upper"] < 0 or len(there) <= e["Upper"], f"{what}: {e['Label']} has {len(there)}"
            wholes += len(there) if e["Owned"] else 0
            if not e["InverseField"]:
                continue
            for one in there:
                assert id(one) in kind_of, f"{what}: {e['Label']} leads to what was never made"
                back = linked(one, e["InverseField"], e["InverseMany"])
                assert sum(x is one for x in there) == sum(x is o for x in back), f"{what}: the ends of {e['Label']} do not agree"
        assert wholes <= 1, f"{what}: a part is in {wholes} wholes"


def step(i):
    global did, refused
    o = chance.choice(objects)
    ends = [e for e in ends_of(o) if not e["Hidden"]]
    if not ends:
        return
    e = chance.choice(ends)
    there = kinds_of(e["Class"])
    one = chance.choice(there) if there else None
    what = e["Add"] if e["Many"] else e["Set"]
    if chance.randrange(3) == 0:
        if e["Many"]:
            all_there = getattr(o, e["Get"])
            if not all_there:
                return
            what, one = e["Remove"], chance.choice(all_there)
        elif e["Mandatory"]:
            return
        else:
            one = None
    elif one is None:
        return
    try:
        if getattr(o, what)(one) is not False:
            did += 1
    except code.Refused:
        refused += 1
    check(f"{e['Label']}.{what}")
    if i % 500 == 499:
        gone = chance.choice(objects)
        if kind_of[id(gone)]["Disposes"]:
            gone.dispose()
            check("dispose")
            for x in ends_of(gone):
                assert not linked(gone, x["Field"], x["Many"]), f"{x['Label']} is linked after it was disposed of"
            assert isinstance(gone.validate(), list)


for _ in range(40):
    if spec:
        c = chance.choice(spec)
        if not c["Abstract"]:
            make(c)
for i in range(calls if objects else 0):
    step(i)
print(f"{did} calls did something, {refused} were refused, {len(objects)} objects")
