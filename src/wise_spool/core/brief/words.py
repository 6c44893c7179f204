"""Words of a brief's answers, for screens and papers."""

from wise_spool.core.document.asked import Hands, HandSize, Skill, Sore, Stand, TipFeel

SKILL_WORDS: dict[Skill, str] = {"first": "a beginner", "some": "some seasons", "sure": "a sure hand"}  # fmt: skip
STAND_WORDS: dict[Stand, str] = {
    "shore": "the shore", "rocks": "rocks", "wading": "wading", "jetty": "a jetty", "boat": "a boat", "kayak": "a kayak", "ice": "the ice",
}  # fmt: skip
TIP_WORDS: dict[TipFeel, str] = {"soft": "soft: small hooks stay in", "even": "even: casts and plays", "crisp": "crisp: feels the bottom"}  # fmt: skip
HANDS_WORDS: dict[Hands, str] = {"one": "one hand", "two": "two hands"}
HAND_WORDS: dict[HandSize, str] = {"small": "small", "middle": "middling", "large": "large"}
SORE_WORDS: dict[Sore, str] = {"wrist": "wrist", "elbow": "elbow", "shoulder": "shoulder"}
