"""Whether a day can be done as it is planned: written from the rules, knowing nothing of how plans
are made."""

TIP_CHANGE_MIN = 3.0
TINY = 1e-4


def over(a, b):
    return a[0] < b[1] - TINY and b[0] < a[1] - TINY


def faults_of(given, values):
    """Return what is wrong with a day as it was told, in words."""
    wrong = []
    phases = {(job.id, phase.name): (job, phase) for job in given.jobs for phase in job.phases}
    blocks = {(b.job, b.phase): b for b in values.timeline}
    if len(blocks) != len(values.timeline):
        wrong.append("a phase stands twice")
    left = {(one.job, name) for one in values.not_today for name in one.phases}
    for key, (job, phase) in phases.items():
        if key not in blocks:
            if key not in left and phase.needs != "none":
                wrong.append(f"{key} is neither planned nor said not to be")
            continue
        block = blocks[key]
        if abs(block.end_min - block.start_min - phase.minutes) > TINY:
            wrong.append(f"{key} is not as long as it takes")
        if block.start_min < max(given.opens_min, given.now_min, job.not_before_min) - TINY:
            wrong.append(f"{key} begins too soon")
        if phase.needs != "none" and block.end_min > given.closes_min + TINY:
            wrong.append(f"{key} ends after closing")
        at = job.phases.index(phase)
        before = (job.phases[at - 1].name if at else "") if phase.after is None else phase.after
        if before:
            if (job.id, before) not in blocks:
                wrong.append(f"{key} without {before}")
                continue
            gap = block.start_min - blocks[job.id, before].end_min
            most = phase.after_gap_max_min
            if gap < -TINY or (most is not None and gap > most + TINY):
                wrong.append(f"{key} {gap} after {before}")
        if phase.minutes > 0:
            if phase.needs in ("torch", "hands", "watch") and block.who not in given.people:
                wrong.append(f"nobody is at {key}")
            if phase.needs == "torch" and block.torch not in given.torches:
                wrong.append(f"no torch for {key}")
    for pin in given.pins:
        block = blocks.get((pin.job, pin.phase))
        if block and block.start_min < pin.start_min - TINY:
            wrong.append(f"{pin} begins sooner than it was put")
    busy = [b for b in values.timeline if b.end_min - b.start_min > TINY and b.needs != "none"]
    for n, a in enumerate(busy):
        for b in busy[n + 1 :]:
            spans = (a.start_min, a.end_min), (b.start_min, b.end_min)
            same = a.who == b.who
            if same and "watch" not in (a.needs, b.needs) and over(*spans):
                wrong.append(f"{a.who} is at {a.job} and {b.job}")
            if same and "watch" in (a.needs, b.needs) and a.place != b.place and over(*spans):
                wrong.append(f"{a.who} watches and is away")
            if a.torch and a.torch == b.torch:
                change = TIP_CHANGE_MIN if a.tip != b.tip else 0.0
                if over((spans[0][0] - change, spans[0][1] + change), spans[1]):
                    wrong.append(f"{a.torch} in two places or without time for its tip")
    return wrong + gas_faults_of(given, blocks, phases)


def gas_faults_of(given, blocks, phases):
    """Return where the cylinders do not hold, or do not give at once, what is planned."""
    wrong = []
    flames = [
        (block, job.begun, phase)
        for key, (job, phase) in phases.items()
        if (block := blocks.get(key)) and phase.needs == "torch" and phase.minutes > 0
    ]
    new_l = sum(phase.acetylene_l for _, begun, phase in flames if not begun)
    old_l = sum(phase.acetylene_l for _, begun, phase in flames if begun)
    if given.acetylene_l is not None and new_l > max(0.0, given.acetylene_l - old_l) + TINY:
        wrong.append(f"{new_l} L are planned beside {old_l}, of {given.acetylene_l}")
    if given.acetylene_full_l is not None:
        for block, _, _ in flames:
            burning = [
                (begun, phase.draw_l_per_h or 60 * phase.acetylene_l / phase.minutes)
                for other, begun, phase in flames
                if other.start_min <= block.start_min + TINY < other.end_min - TINY
            ]
            drawn = sum(draw for _, draw in burning)
            new = len(burning) > 1 and not all(begun for begun, _ in burning)
            if new and drawn > given.acetylene_full_l / 10 + TINY:
                wrong.append(f"{drawn} L/h at once at {block.start_min}")
    return wrong
