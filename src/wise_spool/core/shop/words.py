"""Words of the trade, each with a plain meaning, and where on a rod it is to be found.

The interface takes them from here: every one that stands in a sentence opens its meaning. Meanings are
common practice. Page: ``docs/methods/words.md``.
"""

from typing import Literal

from wise_spool.core.ground.frozen import Frozen

Region = Literal[
    "blank", "butt", "tip", "joint", "butt_cap", "rear_grip", "reel_seat", "foregrip", "winding_check",
    "hook_keeper", "arbor", "reel", "guide", "tip_top", "wrap", "bore", "axis",
]  # fmt: skip


class Meaning(Frozen):
    """A word, other forms it is met in, what it means, and the part of the drawn rod that shows it."""

    word: str
    also: tuple[str, ...] = ()
    says: str
    shown: Region | None = None


TRADE_WORDS: tuple[Meaning, ...] = (
    Meaning(word="action", says="Where along its length a blank bends: fast near the tip, slow all the way down.", shown="tip"),
    Meaning(word="arbor", also=("arbors",), says="What fills the room between a reel seat’s bore and the blank: bands of tape, foam or a sleeve.", shown="arbor"),
    Meaning(word="blank", says="The bare tapering tube that a rod is built on.", shown="blank"),
    Meaning(word="bore", also=("bores", "bored"), says="The hole through a part, or its diameter.", shown="bore"),
    Meaning(word="bow", says="A blank that is not straight: a bend it keeps at rest. It is not the spine.", shown="blank"),
    Meaning(word="butt", says="The thick end of the rod, where the hand is.", shown="butt"),
    Meaning(word="butt cap", says="The cap that closes the butt end.", shown="butt_cap"),
    Meaning(word="choke guide", says="The guide at which the loops off a spinning reel have become a straight line.", shown="guide"),
    Meaning(word="clock angle", also=("clock angles",), says="A direction round the blank in degrees, clockwise seen from the butt.", shown="axis"),
    Meaning(word="coat", also=("coats",), says="One layer of finish over the thread."),
    Meaning(word="colour preserver", says="A sealer that keeps thread from darkening under the finish.", shown="wrap"),
    Meaning(word="detachable butt", says="A handle that comes off the rod at a metal ferrule.", shown="butt"),
    Meaning(word="dew point", says="How cold a surface must be for this air to wet it. Near it, no coat goes on."),
    Meaning(word="dry fit", also=("dry fits",), says="Trying a part on without glue, to see where it stops.", shown="rear_grip"),
    Meaning(word="ferrule", also=("ferrules",), says="The joint between two sections, or the metal one of a detachable butt.", shown="joint"),
    Meaning(word="fighting butt", says="A short butt piece below the reel, to set against the body.", shown="butt_cap"),
    Meaning(word="foot", also=("feet",), says="The flat end of a guide that lies on the blank and is wrapped down.", shown="guide"),
    Meaning(word="foregrip", says="The grip ahead of the reel seat.", shown="foregrip"),
    Meaning(word="gimbal", says="A slotted cap that stands in a rod holder or a belt.", shown="butt_cap"),
    Meaning(word="grip", also=("grips",), says="What the hand holds: cork, foam or wood, bored to slide over the blank.", shown="rear_grip"),
    Meaning(word="guide", also=("guides",), says="A ring on a frame that leads the line along the rod.", shown="guide"),
    Meaning(word="high spot", says="A place inside a bore that is narrower than both its ends and stops the part.", shown="bore"),
    Meaning(word="hood", says="The cup that holds an end of the reel’s foot.", shown="reel_seat"),
    Meaning(word="hook keeper", says="A small loop ahead of the handle to hang the hook in.", shown="hook_keeper"),
    Meaning(word="kerf", says="The width a saw turns to dust."),
    Meaning(word="lip", says="A narrower edge inside a seat’s bore, or the front edge of a reel’s spool.", shown="reel_seat"),
    Meaning(word="mandrel", says="The rod that a part is pushed on to be turned round.", shown="bore"),
    Meaning(word="pilot", says="The hole that leads a drill or reamer straight.", shown="bore"),
    Meaning(word="pot life", says="How long a mix stays workable in the cup. It is not how long it takes to set."),
    Meaning(word="power", says="How heavy a load bends the blank so far: light, medium, heavy.", shown="blank"),
    Meaning(word="reamer", also=("reamers", "ream", "reamed"), says="A long tapered cutter that opens a bore to the blank’s taper.", shown="bore"),
    Meaning(word="recess", also=("recessed",), says="A hollow in the end of a part, wider than its bore: another part or glue sits in it.", shown="rear_grip"),
    Meaning(word="recoat window", says="The time after a coat in which the next one bonds to it without scuffing."),
    Meaning(word="reel foot", says="The reel’s flat stem that is clamped into the seat.", shown="reel"),
    Meaning(word="reel seat", also=("seat",), says="The part that holds the reel.", shown="reel_seat"),
    Meaning(word="resting line", also=("resting lines",), says="The direction round the blank that a bent blank rolls to and stays in.", shown="axis"),
    Meaning(word="ring", also=("rings",), says="The round eye of a guide; its size is its diameter as sold, in millimetres.", shown="guide"),
    Meaning(word="shoulder", says="The step where a tenon begins, or where one part stands proud of the next.", shown="rear_grip"),
    Meaning(word="sleeve", says="A tube pushed between seat and blank, or a joint in which one section slides over the other.", shown="joint"),
    Meaning(word="spigot", says="A joint in which a plug of one section enters the other.", shown="joint"),
    Meaning(word="spine", says="The stiffness of a blank that differs with the direction it is bent in, so that it rolls to rest when loaded.", shown="axis"),
    Meaning(word="split grip", says="A handle that leaves the blank bare between two short grips.", shown="rear_grip"),
    Meaning(word="squeeze-out", says="Adhesive pushed out as a part goes home."),
    Meaning(word="static test", says="Hanging a load on the rod with its guides taped on, and looking where the line goes.", shown="guide"),
    Meaning(word="station", also=("stations",), says="A place along the blank, measured from the butt end.", shown="blank"),
    Meaning(word="story stick", says="A strip with every mark of the rod at true size, to lay along the blank.", shown="blank"),
    Meaning(word="stripper", says="The first and largest guide ahead of the reel.", shown="guide"),
    Meaning(word="swell", says="A thicker place on a blank or grip.", shown="rear_grip"),
    Meaning(word="tag end", says="The loose beginning or end of the thread.", shown="wrap"),
    Meaning(word="taper", says="How the blank’s diameter falls from butt to tip.", shown="blank"),
    Meaning(word="tenon", also=("tenons",), says="A thinner end turned on a part, to go inside the next one.", shown="rear_grip"),
    Meaning(word="tip-top", says="The ring at the very tip, on a tube that slides over the blank.", shown="tip_top"),
    Meaning(word="train", says="All the guides of a rod together, in order.", shown="guide"),
    Meaning(word="trigger", says="The hook under a casting seat that a finger holds.", shown="reel_seat"),
    Meaning(word="underwrap", says="Thread laid under a guide’s foot.", shown="wrap"),
    Meaning(word="vent", says="A way out for air under a part that closes the blank’s end.", shown="butt_cap"),
    Meaning(word="winding check", says="The small ring that closes the front of the handle round the blank.", shown="winding_check"),
    Meaning(word="witness mark", says="The builder’s own mark that all clock angles are counted from.", shown="axis"),
    Meaning(word="wrap", also=("wraps",), says="Turns of thread that hold a guide’s foot to the blank.", shown="wrap"),
)  # fmt: skip
