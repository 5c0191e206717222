"""What can happen in a wheel's travel, in words: as a noun in a sentence, and in short beside a line or in a list."""

from __future__ import annotations

from isostat.core.parts.event import Event
from isostat.language import later

EVENT_NOUNS = {
    Event.STOP_TOUCHED: later("bump-stop contact"),
    Event.STOP_FLAT: later("full bump"),
    Event.METAL: later("metal-to-metal contact"),
    Event.SHOCK_TOPPED: later("shock full extension"),
    Event.SHOCK_BOTTOMED: later("shock bottoming"),
    Event.STRAP_TAUT: later("limit strap going taut"),
    Event.COIL_LOOSE: later("coil going loose"),
    Event.COIL_OFF_ITS_SEAT: later("coil leaving its seat"),
    Event.COIL_SOLID: later("coil-bind"),
    Event.TURNS_TOUCH: later("close coils touching"),
    Event.CROSSOVER: later("crossover"),
    Event.LEAF_FLAT: later("leaf going flat"),
    Event.SECOND_STAGE: later("second-stage contact"),
    Event.ARM_ON_ITS_STOP: later("arm on its droop stop"),
    Event.BAG_LONGEST: later("bag full extension"),
    Event.BAG_FLAT: later("bag bottoming"),
    Event.HELPER_TOUCHED: later("helper contact"),
    Event.HELPER_FLAT: later("full helper compression"),
    Event.HOSE_TAUT: later("brake hose going tight"),
    Event.JOINT_AT_ITS_LIMIT: later("joint reaching its limit"),
    Event.TYRE_STRAIGHT: later("tyre contact straight ahead"),
    Event.TYRE_AT_LOCK: later("tyre contact at full lock"),
    Event.TYRE_AT_LEFT_LOCK: later("tyre contact at left lock"),
    Event.TYRE_AT_RIGHT_LOCK: later("tyre contact at right lock"),
}
EVENT_LABELS = {
    Event.STOP_TOUCHED: later("stop contact"),
    Event.STOP_FLAT: later("full bump"),
    Event.METAL: later("metal contact"),
    Event.SHOCK_TOPPED: later("shock topped out"),
    Event.SHOCK_BOTTOMED: later("shock bottomed"),
    Event.STRAP_TAUT: later("strap taut"),
    Event.COIL_LOOSE: later("coil loose"),
    Event.COIL_OFF_ITS_SEAT: later("coil off its seat"),
    Event.COIL_SOLID: later("coil-bind"),
    Event.TURNS_TOUCH: later("coils touch"),
    Event.CROSSOVER: later("crossover"),
    Event.LEAF_FLAT: later("leaf flat"),
    Event.SECOND_STAGE: later("second stage"),
    Event.ARM_ON_ITS_STOP: later("arm on its stop"),
    Event.BAG_LONGEST: later("bag extended"),
    Event.BAG_FLAT: later("bag bottomed"),
    Event.HELPER_TOUCHED: later("helper contact"),
    Event.HELPER_FLAT: later("helper flat"),
    Event.HOSE_TAUT: later("hose tight"),
    Event.JOINT_AT_ITS_LIMIT: later("joint limit"),
    Event.TYRE_STRAIGHT: later("tyre, straight"),
    Event.TYRE_AT_LOCK: later("tyre, full lock"),
    Event.TYRE_AT_LEFT_LOCK: later("tyre, left lock"),
    Event.TYRE_AT_RIGHT_LOCK: later("tyre, right lock"),
}
