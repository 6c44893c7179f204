"""How words stand in a sentence."""


def capital(words: str) -> str:
    """The words as a sentence begins with them; what follows stays as it is.

    >>> capital("guide 3, butt foot")
    'Guide 3, butt foot'
    """
    return words[:1].upper() + words[1:]
