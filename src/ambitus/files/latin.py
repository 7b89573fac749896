"""Any script in letters that every printer and every file system has."""

from anyascii import anyascii


def latin(text: str) -> str:
    """
    Return *text* with the letters that a PDF's own fonts lack written in Latin ones.

    >>> latin("Größe 34 × 28"), latin("Сумка для нот"), latin("布")
    ('Größe 34 × 28', 'Sumka dlya not', 'Bu')
    """
    return "".join(c if _in_fonts(c) else anyascii(c) for c in text)


def _in_fonts(letter: str) -> bool:
    try:
        letter.encode("cp1252")
    except UnicodeEncodeError:
        return False
    return letter.isprintable()


def file_name(text: str) -> str:
    """
    Return *text* as the name of a file: small letters, digits and hyphens, or nothing.

    >>> file_name("March folder tote"), file_name("Сумка №2"), file_name("…")
    ('march-folder-tote', 'sumka-no2', '')
    """
    plain = "".join(c if c.isascii() and c.isalnum() else "-" for c in anyascii(text).lower())
    return "-".join(part for part in plain.split("-") if part)[:80].rstrip("-")
