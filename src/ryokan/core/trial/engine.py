"""The hours of a trip through years of weather: what the bank holds, what is served, what goes dark.

All compiled code of the product stands in this file: what is kept of a compilation is known by the file of the compiled
function alone, so that a helper changed elsewhere would go on running as it was. It is one serial function that lets other
threads run meanwhile; threads take a stretch of years each. Every array is flat, so that the same source runs over plain
lists (``tests/plain_engine.py``), to the bit.

Units are Wh within an hour, W, °C and shares from 0 to 1. *Available* is what can be taken out now: the charge less what cold
locks away and less what lies under the floor of a load disconnect.
"""

from __future__ import annotations

import math

from numba import njit

# -- What holds for the whole trip, by its place in ``fixed``

(
    LINEAR,  # loss of the inverter in proportion
    SQUARE,  # and with the square, over its rating [1/W]
    RECOVERY_WH,  # above the floor, from where on a bank that has cut comes back
    INVERTER_RECOVERY_WH,  # above its cut, from where on an inverter that has stopped starts again
    HEATER_W,
    HEATER_BELOW_C,
    GENERATOR_W,  # into the bank and its loads
    GENERATOR_START,
    GENERATOR_STOP,
    GENERATOR_HOURS,  # a day at most
    BAY_OF_AIR,  # share of the outside air in the bay's temperature
    BAY_INDOORS_C,  # what the rest of it is
    BAY_LOWEST_C,
    BAY_HIGHEST_C,
    START,  # charge to begin with
    BACK_WH,  # above the charge at which a level of loads is let go, from where on it comes back
    BACKUP_H,  # for how long backups hold what must run once the bank does not
    BACKUP_PER_H,  # how much of that an hour with power brings back
    FIXED,
) = range(19)

# -- What holds for each store of the bank, by its place in ``stores``

(
    CAPACITY_WH,
    ROUND_TRIP,
    LIMIT_W,  # most that it takes
    TAPER_H,  # time constant with which it takes less and less near its end
    PEUKERT,  # exponent less one
    FULL_CAPACITY_W,  # draw up to which it gives all of its rating
    FLOOR,  # share of the capacity under a load disconnect
    NONE_BELOW_C,  # takes nothing below
    SLOW_BELOW_C,  # takes little below
    SLOW_W,
    NONE_ABOVE_C,
    STORE,
) = range(12)

COLDEST_C, HOTTEST_C = -40, 60  # ends of the table of what cold leaves, one entry a degree
DEGREES = HOTTEST_C - COLDEST_C + 1

# -- What is counted of each year and segment, by its place in ``sums`` [Wh, h]

(
    SERVED,
    UNSERVED_MUST,
    UNSERVED_SHOULD,
    UNSERVED_SHED,
    SUN_USED,
    SUN_HELD_BACK,
    DRIVEN,
    FROM_HOOKUP,
    FROM_GENERATOR,
    GENERATOR_H,
    FROM_OTHERS,
    HEATED,
    LOST,  # in charging and by Peukert
    DISCHARGED,
    SURPLUS_SERVED,
    DARK_H,
    SUMS,
) = range(17)

# -- What is kept of each hour where one year is followed, by its place in ``hours``

(HOUR_CHARGE, HOUR_AVAILABLE, HOUR_SUN, HOUR_SOURCES, HOUR_DEMAND, HOUR_SERVED, HOUR_BAY_C, HOUR_STATE, HOUR) = range(9)

FULL = 0.99  # of the whole, from which on a bank counts as full
LEVELS = 6  # of importance at most: must, should, and four that may be shed
DAYS = 20  # of a month, from the dullest to the brightest
NO_CAUSE, BANK_EMPTY, INVERTER_STOPPED = 0, 1, 2


@njit(cache=True, nogil=True, error_model="numpy")
def _left_by_cold(cold, store, bay_c):
    """Share of the capacity that the bay's temperature leaves."""
    if bay_c <= COLDEST_C:
        return cold[store * DEGREES]
    if bay_c >= HOTTEST_C:
        return cold[store * DEGREES + DEGREES - 1]
    at = bay_c - COLDEST_C
    low = int(at)
    up = at - low
    return cold[store * DEGREES + low] * (1.0 - up) + cold[store * DEGREES + low + 1] * up


@njit(cache=True, nogil=True, error_model="numpy")
def _charged_to(charge, capacity, offered_w, hours, limit_w, taper_h, round_trip):
    """Charge after so many hours of an offer: all of it up to the limit, then less and less as the end comes near.

    What a store takes is the least of the offer, its limit and ``(capacity − charge) ÷ (round_trip × taper)``, so that from
    where the last of them is the least its gap to full shrinks exponentially. Solved, not stepped.
    """
    watts = offered_w if offered_w < limit_w else limit_w
    if watts <= 0.0 or hours <= 0.0 or charge >= capacity:
        return charge
    rate = round_trip * watts
    knee = capacity - rate * taper_h  # from here on it takes less than that
    if charge < knee:
        until = (knee - charge) / rate
        if until >= hours:
            return charge + rate * hours
        return capacity - (capacity - knee) * math.exp(-(hours - until) / taper_h)
    if taper_h <= 0.0:
        return capacity
    return capacity - (capacity - charge) * math.exp(-hours / taper_h)


@njit(cache=True, nogil=True, error_model="numpy")
def _most_taken_w(stores, at, bay_c):
    """What a store takes at most at the bay's temperature. [W]"""
    if bay_c < stores[at + NONE_BELOW_C] or bay_c > stores[at + NONE_ABOVE_C]:
        return 0.0
    limit = stores[at + LIMIT_W]
    if bay_c < stores[at + SLOW_BELOW_C] and stores[at + SLOW_W] < limit:
        return stores[at + SLOW_W]
    return limit


@njit(cache=True, nogil=True, error_model="numpy")
def _fill(charge, stores, count, bay_c, offered_w, hours):
    """Charge the stores one behind the other with an offer; answers what they took out of it. [Wh]"""
    taken = 0.0
    for store in range(count):
        at = store * STORE
        left = offered_w - taken / hours if hours > 0.0 else 0.0
        after = _charged_to(
            charge[store],
            stores[at + CAPACITY_WH],
            left,
            hours,
            _most_taken_w(stores, at, bay_c),
            stores[at + TAPER_H],
            stores[at + ROUND_TRIP],
        )
        taken += (after - charge[store]) / stores[at + ROUND_TRIP]
        charge[store] = after
    return taken


@njit(cache=True, nogil=True, error_model="numpy")
def _gives(stores, at, watts):
    """Share of what leaves a store that is of use at a draw. (Peukert 1897)"""
    if watts <= stores[at + FULL_CAPACITY_W] or stores[at + PEUKERT] <= 0.0:
        return 1.0
    return (stores[at + FULL_CAPACITY_W] / watts) ** stores[at + PEUKERT]


_FLOATS, _COUNTS = "float64[::1]", "int64[::1]"
# In the order of the arguments: with a signature the function is compiled, or fetched as compiled, when the module is loaded.
_SIGNATURE = "void({})".format(
    ", ".join(
        ["int64"] * 3
        + [_FLOATS] * 3
        + [_COUNTS] * 3
        + [_FLOATS] * 10
        + ["int64"]
        + [_FLOATS] * 10
        + [_COUNTS] * 2
        + [_FLOATS] * 2
        + [_COUNTS] * 3
        + [_FLOATS] * 4
        + ["int64", _FLOATS, _COUNTS]
    )
)


@njit(_SIGNATURE, cache=True, nogil=True, error_model="numpy")
def run_years(
    first,  # of the years of weather
    last,  # one behind the last
    nights,
    fixed,
    stores,
    cold,  # by store and degree
    segments,  # by night: of the afternoon and of the morning
    weekdays,  # likewise
    begins,  # by night: 1 where the bank is as on departure
    sun_at,  # by year, night and half: place among the days of the month, 0 to 19
    air_off_k,  # likewise: above or below the mean
    sun_w,  # by segment, day of the month and hour
    air_c,  # by segment and hour
    hookup_w,  # by segment: into bank and DC loads
    on_mains,  # by segment: 1 where AC loads hang on a hookup
    driving_w,  # by segment and hour
    others_w,  # by segment and hour: out of other systems
    generator_may,  # by hour
    anchors_c,  # temperatures that loads are given for
    levels,  # of importance
    let_go,  # available charge below which each level is let go
    dc_wh,  # by segment, weekday, anchor, hour and level, each with those before it
    ac_wh,  # mean of the AC loads, likewise
    ac_spread,  # and what their square is above that of the mean [W²]
    idle_wh,  # by segment, weekday, hour and level: of the inverter itself
    stops_at,  # likewise: available charge at which the inverter stops
    alone,  # by segment, weekday and hour: 1 where something that must run is on and has no backup
    surplus_from,  # by load that runs when charge abounds: charge from which on
    surplus_wh,  # by such a load, segment, weekday and hour
    lent,  # by year, night and hour of the clock: share of what other systems bring that is there; one entry for all of it
    dark_h,  # out, by year and night
    must_dark_h,
    lowest,
    at_dawn,
    full_h,  # hours since noon until it was full, or -1
    cause,
    cause_h,
    sums,  # out, by year and segment
    residual_wh,  # out: the largest that a step does not account for
    charge,  # room to work in, by store
    locked_wh,  # likewise
    following,  # the year whose hours are kept, or -1
    hours,  # out, by night and hour
    gone,  # out, by year, night and hour of the clock: 1 without the bank, 2 without the inverter, 3 both; one entry for none
):
    """Run the years from ``first`` to ``last`` and fill in what the last arguments are for."""
    count = len(stores) // STORE
    anchors = len(anchors_c)
    surpluses = len(surplus_from)
    lending = len(lent) > 1
    keeping = len(gone) > 1
    segment_count = len(hookup_w)
    usable = 0.0
    whole = 0.0
    for store in range(count):
        whole += stores[store * STORE + CAPACITY_WH]
        usable += stores[store * STORE + CAPACITY_WH] * (1.0 - stores[store * STORE + FLOOR])
    over_usable = 1.0 / usable
    worst = 0.0
    for year in range(first, last):
        at_end = 0.0
        down = False
        stopped = False
        active = levels
        generating = False
        generated_h = 0.0
        held_h = 0.0
        for night in range(nights):
            if night == 0 or begins[night] > 0:
                at_end = 0.0
                for store in range(count):
                    charge[store] = stores[store * STORE + CAPACITY_WH] * fixed[START]
                    at_end += charge[store]
                down = False
                stopped = False
                active = levels
                generating = False
                held_h = fixed[BACKUP_H]
            of_night = year * nights + night
            dark_hours = 0
            must_hours = 0
            low_of_night = 2.0
            full_at = -1
            first_cause = NO_CAUSE
            first_hour = -1
            for half in range(2):
                segment = segments[2 * night + half]
                weekday = weekdays[2 * night + half]
                place = sun_at[2 * of_night + half]
                day = int(place)
                if day > DAYS - 2:
                    day = DAYS - 2
                up = place - day
                off_k = air_off_k[2 * of_night + half]
                sun_here = (segment * DAYS + day) * 24
                hours_here = segment * 24
                loads_here = (segment * 7 + weekday) * anchors * 24 * levels
                plain_here = (segment * 7 + weekday) * 24 * levels
                mains = on_mains[segment] > 0.0
                hookup = hookup_w[segment]
                sum_served = 0.0
                sum_sun = 0.0
                sum_held = 0.0
                sum_driven = 0.0
                sum_hookup = 0.0
                sum_generator = 0.0
                sum_others = 0.0
                sum_heated = 0.0
                sum_lost = 0.0
                sum_drawn = 0.0
                sum_surplus = 0.0
                for step in range(12):
                    hour = step + 12 if half == 0 else step
                    sun = sun_w[sun_here + hour] * (1.0 - up) + sun_w[sun_here + 24 + hour] * up
                    air = air_c[hours_here + hour] + off_k
                    bay = fixed[BAY_OF_AIR] * air + (1.0 - fixed[BAY_OF_AIR]) * fixed[BAY_INDOORS_C]
                    if bay < fixed[BAY_LOWEST_C]:
                        bay = fixed[BAY_LOWEST_C]
                    if bay > fixed[BAY_HIGHEST_C]:
                        bay = fixed[BAY_HIGHEST_C]

                    available = 0.0
                    before = at_end
                    for store in range(count):
                        at = store * STORE
                        locked = 1.0 - _left_by_cold(cold, store, bay)
                        if locked < stores[at + FLOOR]:
                            locked = stores[at + FLOOR]
                        locked_wh[store] = locked * stores[at + CAPACITY_WH]
                        free = charge[store] - locked_wh[store]
                        if free > 0.0:
                            available += free
                    share = available * over_usable

                    # Who gives
                    if fixed[GENERATOR_W] > 0.0:
                        if hour == 0:
                            generated_h = 0.0
                        may = generator_may[hour] > 0.0 and generated_h < fixed[GENERATOR_HOURS] and not mains
                        if generating:
                            generating = may and share < fixed[GENERATOR_STOP]
                        else:
                            generating = may and share <= fixed[GENERATOR_START]
                        if generating:
                            generated_h += 1.0
                    generator = fixed[GENERATOR_W] if generating else 0.0
                    driving = driving_w[hours_here + hour]
                    others = others_w[hours_here + hour]
                    if lending:
                        others *= lent[of_night * 24 + hour]
                    steady = hookup + driving + others + generator
                    sources = sun + steady

                    # Who takes
                    while active > 1 and share < let_go[active - 1]:
                        active -= 1
                    while active < levels and share >= let_go[active] + fixed[BACK_WH] * over_usable:
                        active += 1
                    top = active - 1
                    here = loads_here + hour * levels
                    warmer = here
                    part = 0.0
                    if anchors > 1:
                        low = 0
                        while low < anchors - 2 and air >= anchors_c[low + 1]:
                            low += 1
                        part = (air - anchors_c[low]) / (anchors_c[low + 1] - anchors_c[low])
                        if part < 0.0:
                            part = 0.0
                        if part > 1.0:
                            part = 1.0
                        here += low * 24 * levels
                        warmer = here + 24 * levels
                    cooler_part = 1.0 - part
                    dc = dc_wh[here + top] * cooler_part + dc_wh[warmer + top] * part
                    ac = ac_wh[here + top] * cooler_part + ac_wh[warmer + top] * part
                    if down and available >= fixed[RECOVERY_WH]:
                        down = False
                    inverting = not (mains or generating)
                    off_ac = False
                    through = 0.0
                    if inverting:
                        cut = stops_at[plain_here + hour * levels + top]
                        if stopped and share >= cut + fixed[INVERTER_RECOVERY_WH] * over_usable:
                            stopped = False
                        if not stopped and not down and ac > 0.0 and share <= cut:
                            stopped = True
                        if stopped or down:
                            off_ac = ac > 0.0
                        else:
                            spread = ac_spread[here + top] * cooler_part + ac_spread[warmer + top] * part
                            through = idle_wh[plain_here + hour * levels + top]
                            through += (1.0 + fixed[LINEAR]) * ac + fixed[SQUARE] * (ac * ac + spread)
                    else:
                        sum_served += ac  # by the mains, beside the bank

                    wanted = 0.0 if down else dc + through
                    out = 1.0 if down else 0.0  # share of the hour without
                    served = wanted
                    used = 0.0
                    lost = 0.0
                    heated = 0.0
                    drawn = 0.0
                    rest = 0.0  # of the sources, that nobody has taken yet
                    if wanted > sources:
                        # Out of the bank, store by store, until the hour or the bank is over
                        missing = wanted - sources
                        for store in range(count):
                            free = charge[store] - locked_wh[store]
                            if free <= 0.0 or drawn >= missing:
                                continue
                            of_use = _gives(stores, store * STORE, missing - drawn)
                            gives = free * of_use
                            if gives > missing - drawn:
                                gives = missing - drawn
                            charge[store] -= gives / of_use
                            lost += gives / of_use - gives
                            drawn += gives
                        used = sources
                        if drawn < missing * (1.0 - 1e-12):
                            out = 1.0 - drawn / missing
                            down = True
                            served = wanted * (1.0 - out)
                            empty = 0.0
                            for store in range(count):
                                empty += charge[store]
                            taken = _fill(charge, stores, count, bay, sources, out)
                            filled = 0.0
                            for store in range(count):
                                filled += charge[store]
                            lost += taken - (filled - empty)
                            used = sources * (1.0 - out) + taken
                    else:
                        spare = sources - wanted
                        warmed = bay
                        if spare > 0.0 and fixed[HEATER_W] > 0.0 and bay < fixed[HEATER_BELOW_C]:
                            heated = fixed[HEATER_W] if fixed[HEATER_W] < spare else spare
                            if spare > heated:
                                warmed = fixed[HEATER_BELOW_C]
                        taken = _fill(charge, stores, count, warmed, spare - heated, 1.0)
                        filled = 0.0
                        for store in range(count):
                            filled += charge[store]
                        lost = taken - (filled - before)
                        used = wanted + heated + taken
                        rest = spare - heated - taken
                    surplus_served = 0.0
                    if surpluses > 0 and not down:
                        # Loads that run when charge abounds take what nobody else does, then what lies above their charge
                        for one in range(surpluses):
                            asks = surplus_wh[((one * segment_count + segment) * 7 + weekday) * 24 + hour]
                            if asks <= 0.0:
                                continue
                            gets = asks if asks < rest else rest
                            rest -= gets
                            asks -= gets
                            used += gets
                            surplus_served += gets
                            for store in range(count):
                                above = charge[store] - surplus_from[one] * stores[store * STORE + CAPACITY_WH]
                                if above > 0.0 and asks > 0.0:
                                    more = asks if asks < above else above
                                    charge[store] -= more
                                    asks -= more
                                    drawn += more
                                    surplus_served += more
                        sum_surplus += surplus_served

                    # What was not there
                    lacking = False
                    if out > 0.0 or off_ac or active < levels:
                        second = 1 if levels > 1 else 0
                        dc_must = dc_wh[here] * cooler_part + dc_wh[warmer] * part
                        ac_must = ac_wh[here] * cooler_part + ac_wh[warmer] * part
                        dc_both = dc_wh[here + second] * cooler_part + dc_wh[warmer + second] * part
                        ac_both = ac_wh[here + second] * cooler_part + ac_wh[warmer + second] * part
                        dc_all = dc_wh[here + levels - 1] * cooler_part + dc_wh[warmer + levels - 1] * part
                        ac_all = ac_wh[here + levels - 1] * cooler_part + ac_wh[warmer + levels - 1] * part
                        ac_out = 0.0
                        if inverting:
                            ac_out = 1.0 if off_ac else out
                        no_must = dc_must * out + ac_must * ac_out
                        no_should = dc_both - dc_must + ac_both - ac_must
                        if active > 1 or levels == 1:
                            no_should = (dc_both - dc_must) * out + (ac_both - ac_must) * ac_out
                        kept = False
                        if no_must > 1e-9:
                            lacking = True
                            held_h -= 1.0
                            kept = held_h >= 0.0 and alone[(segment * 7 + weekday) * 24 + hour] == 0.0
                            if held_h < 0.0:
                                held_h = 0.0
                            if kept:
                                no_must = 0.0
                        no_shed = dc_all - dc_both + ac_all - ac_both
                        if active > 2:
                            no_shed -= (dc - dc_both) * (1.0 - out) + (ac - ac_both) * (1.0 - ac_out)
                        at = (year * segment_count + segment) * SUMS
                        sums[at + UNSERVED_MUST] += no_must
                        sums[at + UNSERVED_SHOULD] += no_should
                        sums[at + UNSERVED_SHED] += no_shed
                        if (out > 0.0 or off_ac) and no_must + no_should > 1e-9:
                            dark_hours += 1
                            sums[at + DARK_H] += 1.0
                            if no_must > 1e-9:
                                must_hours += 1
                            if first_cause == NO_CAUSE:
                                first_cause = BANK_EMPTY if out > 0.0 else INVERTER_STOPPED
                                first_hour = hour

                    if not lacking and not down and held_h < fixed[BACKUP_H]:
                        held_h += fixed[BACKUP_PER_H]
                        if held_h > fixed[BACKUP_H]:
                            held_h = fixed[BACKUP_H]

                    at_end = 0.0
                    free_end = 0.0
                    for store in range(count):
                        at_end += charge[store]
                        free = charge[store] - locked_wh[store]
                        if free > 0.0:
                            free_end += free
                    share_end = free_end * over_usable
                    if share_end < low_of_night:
                        low_of_night = share_end
                    if hour == 6:
                        at_dawn[of_night] = share_end
                    if full_at < 0 and at_end >= FULL * whole:
                        full_at = 12 * half + step + 1

                    step_residual = used - lost - heated - served - surplus_served - (at_end - before)
                    if step_residual < 0.0:
                        step_residual = -step_residual
                    if step_residual > worst:
                        worst = step_residual

                    sum_served += served
                    sum_lost += lost
                    sum_drawn += drawn
                    if sources > 0.0:
                        by_sun = used if used < sun else sun
                        sum_sun += by_sun
                        sum_held += sun - by_sun
                        sum_heated += heated
                        if steady > 0.0 and used > by_sun:
                            of_steady = (used - by_sun) / steady
                            sum_driven += driving * of_steady
                            sum_hookup += hookup * of_steady
                            sum_others += others * of_steady
                            sum_generator += generator * of_steady
                    if generating:
                        sums[(year * segment_count + segment) * SUMS + GENERATOR_H] += 1.0

                    if keeping:
                        gone[of_night * 24 + hour] = (1 if down else 0) + (2 if stopped and inverting else 0)
                    if year == following:
                        at = ((night * 2 + half) * 12 + step) * HOUR
                        hours[at + HOUR_CHARGE] = at_end / whole
                        hours[at + HOUR_AVAILABLE] = share_end
                        hours[at + HOUR_SUN] = sun
                        hours[at + HOUR_SOURCES] = sources
                        hours[at + HOUR_DEMAND] = dc + ac
                        hours[at + HOUR_SERVED] = served if inverting else served + ac
                        hours[at + HOUR_BAY_C] = bay
                        state = 1.0 if down else 0.0
                        if off_ac:
                            state += 2.0
                        if generating:
                            state += 4.0
                        hours[at + HOUR_STATE] = state
                at = (year * segment_count + segment) * SUMS
                sums[at + SERVED] += sum_served
                sums[at + SUN_USED] += sum_sun
                sums[at + SUN_HELD_BACK] += sum_held
                sums[at + DRIVEN] += sum_driven
                sums[at + FROM_HOOKUP] += sum_hookup
                sums[at + FROM_OTHERS] += sum_others
                sums[at + FROM_GENERATOR] += sum_generator
                sums[at + HEATED] += sum_heated
                sums[at + LOST] += sum_lost
                sums[at + DISCHARGED] += sum_drawn
                sums[at + SURPLUS_SERVED] += sum_surplus
            dark_h[of_night] = dark_hours
            must_dark_h[of_night] = must_hours
            lowest[of_night] = low_of_night
            full_h[of_night] = full_at
            cause[of_night] = first_cause
            cause_h[of_night] = first_hour
    if worst > residual_wh[0]:
        residual_wh[0] = worst
