"""The shop's own authority: made once, kept for its owner alone, and what it vouches for is believed by whoever trusts it."""

import ssl
import stat
import threading
import unittest
from datetime import UTC, datetime, timedelta
from pathlib import Path
from socket import socketpair

from tests.shop import temporary_dir
from wise_spool.run.authority import LASTS, certificates

NAMES = ("192.168.7.5", "bench.local")


def shaken(made, trusted_pem, name):
    """Shake hands over a pair of sockets; what the visitor says of it."""
    here, there = socketpair()
    server = ssl.SSLContext(ssl.PROTOCOL_TLS_SERVER)
    server.load_cert_chain(made.chain, made.key)

    def serve():
        try:
            with server.wrap_socket(here, server_side=True) as link:
                link.recv(1)
        except (OSError, ssl.SSLError):
            here.close()

    side = threading.Thread(target=serve)
    side.start()
    visitor = ssl.create_default_context(cadata=trusted_pem.decode())
    try:
        with visitor.wrap_socket(there, server_hostname=name) as link:
            return link.getpeercert()
    finally:
        there.close()
        side.join(5)


class TheAuthority(unittest.TestCase):
    def test_who_trusts_it_is_let_talk_and_nobody_else(self):
        made = certificates(temporary_dir(), NAMES)
        for name in NAMES:
            said = shaken(made, made.authority_pem, name)
        ends = datetime.fromtimestamp(ssl.cert_time_to_seconds(said["notAfter"]), UTC)
        self.assertLess(abs(ends - datetime.now(UTC) - LASTS), timedelta(minutes=5))
        other = certificates(temporary_dir(), NAMES)
        for authority, name in ((other.authority_pem, NAMES[0]), (made.authority_pem, "192.168.7.6")):  # fmt: skip
            with self.assertRaises(ssl.SSLCertVerificationError):
                shaken(made, authority, name)

    def test_one_that_has_run_out_is_refused_and_a_start_makes_a_fresh_one(self):
        folder = temporary_dir()
        old = certificates(folder, NAMES, now=datetime.now(UTC) - LASTS - timedelta(days=1))
        with self.assertRaisesRegex(ssl.SSLCertVerificationError, "expired"):
            shaken(old, old.authority_pem, NAMES[0])
        fresh = certificates(folder, NAMES)
        self.assertEqual(fresh.authority_pem, old.authority_pem, "the authority stays the same")
        shaken(fresh, old.authority_pem, NAMES[0])

    def test_its_keys_are_its_owners_alone(self):
        folder = temporary_dir()
        made = certificates(folder, NAMES)
        for file in (folder / "authority").iterdir():
            self.assertEqual(stat.S_IMODE(file.stat().st_mode), 0o600, file.name)
        self.assertEqual(stat.S_IMODE(Path(folder / "authority").stat().st_mode), 0o700)
        self.assertEqual(len(made.fingerprint.split(":")), 32)
