"""HTTPS in the local network: a certificate authority of this installation, made once, and certificates it signs.

A phone that trusts the authority trusts every address Bluff comes to have. The authority may sign for private
addresses and names of the local network alone, so that a stolen key can pretend to be nothing else.
"""

import socket
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from ipaddress import IPv4Address, IPv4Network, ip_address
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.hazmat.primitives.serialization import (
    Encoding,
    NoEncryption,
    PrivateFormat,
    load_pem_private_key,
)
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

from bluff.core.errors import RunError
from bluff.core.message import message

_AUTHORITY_LASTS = timedelta(days=3650)
_LASTS = timedelta(days=397)
"""What phones take at most from a certificate."""
_RENEWED = timedelta(days=60)
"""Before its end."""
_BEFORE = timedelta(days=1)
"""Clocks of phones differ."""
_PRIVATE = tuple(map(IPv4Network, ("10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "169.254.0.0/16", "127.0.0.0/8")))


class LanError(RunError):
    """Bluff cannot be served in the local network."""


@dataclass(frozen=True, slots=True)
class Lan:
    """How Bluff is served in the local network.

    Args:
        address: Of this machine there.
        name: Of this machine there, where the network knows names.
        authority: The certificate phones trust.
        certificate: That of the server, with its key.
        key: Of the server.
    """

    address: str
    name: str
    authority: Path
    certificate: Path
    key: Path

    @property
    def hosts(self) -> frozenset[str]:
        """What the server is called by clients."""
        return frozenset({self.address, self.name, "127.0.0.1", "localhost", "::1"})


def lan(directory: Path, address: str | None = None) -> Lan:
    """The authority and a certificate for where this machine is now, made where there are none.

    Args:
        directory: Where both are kept; for nobody else's eyes.
        address: Of this machine, None to look.

    Raises:
        LanError: This machine is in no local network.
    """
    address = address or _own_address()
    if not any(IPv4Address(address) in network for network in _PRIVATE):
        raise LanError(
            message(
                "{address} is not an address of a local network. Use a reverse proxy with --behind-proxy.",
                address=address,
            )
        )
    directory.mkdir(parents=True, exist_ok=True)
    directory.chmod(0o700)
    name = f"{socket.gethostname().split('.')[0].lower()}.local"
    found = Lan(address, name, *(directory / file for file in ("authority.crt", "server.crt", "server.key")))
    authority, key = _authority(directory)
    if not _is_good(found, authority):
        _sign(found, authority, key)
    return found


def _own_address() -> str:
    """The address others in the network reach this machine by."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            # Nothing is sent: the system only says which of its addresses it would send from.
            probe.connect(("10.255.255.255", 9))
        except OSError as error:
            raise LanError(message("This machine is in no network. Join one, then start again.")) from error
        return str(probe.getsockname()[0])


def _authority(directory: Path) -> tuple[x509.Certificate, ec.EllipticCurvePrivateKey]:
    certificate, secret = directory / "authority.crt", directory / "authority.key"
    if certificate.exists() and secret.exists():
        key = load_pem_private_key(secret.read_bytes(), None)
        if isinstance(key, ec.EllipticCurvePrivateKey):
            return x509.load_pem_x509_certificate(certificate.read_bytes()), key
    key = ec.generate_private_key(ec.SECP256R1())
    who = _called(f"Bluff on {socket.gethostname()}")
    own = x509.SubjectKeyIdentifier.from_public_key(key.public_key())
    permitted: list[x509.GeneralName] = [x509.DNSName("local"), x509.DNSName("localhost")]
    permitted += [x509.IPAddress(network) for network in _PRIVATE]
    made = (
        _begun(who, who, key, _AUTHORITY_LASTS)
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(_usage(signs=True), critical=True)
        .add_extension(x509.NameConstraints(permitted, None), critical=True)
        .add_extension(own, critical=False)
        .sign(key, hashes.SHA256())
    )
    _write(secret, _secret(key))
    _write(certificate, made.public_bytes(Encoding.PEM))
    return made, key


def _is_good(found: Lan, authority: x509.Certificate) -> bool:
    """Whether there is a certificate of the authority for where this machine is now, and for long enough."""
    if not (found.certificate.exists() and found.key.exists()):
        return False
    made = x509.load_pem_x509_certificate(found.certificate.read_bytes())
    names = made.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    return (
        made.issuer == authority.subject
        and made.not_valid_after_utc - datetime.now(UTC) > _RENEWED
        and IPv4Address(found.address) in names.get_values_for_type(x509.IPAddress)
        and found.name in names.get_values_for_type(x509.DNSName)
    )


def _sign(found: Lan, authority: x509.Certificate, key: ec.EllipticCurvePrivateKey) -> None:
    own = ec.generate_private_key(ec.SECP256R1())
    issuer = x509.AuthorityKeyIdentifier.from_issuer_public_key(key.public_key())
    made = (
        _begun(_called(found.address), authority.subject, own, _LASTS)
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .add_extension(_usage(signs=False), critical=True)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .add_extension(x509.SubjectAlternativeName(list(_names(sorted(found.hosts)))), critical=False)
        .add_extension(issuer, critical=False)
        .sign(key, hashes.SHA256())
    )
    _write(found.key, _secret(own))
    _write(found.certificate, made.public_bytes(Encoding.PEM))


def _names(hosts: Iterable[str]) -> Iterable[x509.GeneralName]:
    for host in hosts:
        if host == "::1":
            continue
        try:
            yield x509.IPAddress(ip_address(host))
        except ValueError:
            yield x509.DNSName(host)


def _begun(
    who: x509.Name, issuer: x509.Name, key: ec.EllipticCurvePrivateKey, lasts: timedelta
) -> x509.CertificateBuilder:
    now = datetime.now(UTC)
    return (
        x509.CertificateBuilder()
        .subject_name(who)
        .issuer_name(issuer)
        .public_key(key.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - _BEFORE)
        .not_valid_after(now - _BEFORE + lasts)
    )


def _called(name: str) -> x509.Name:
    return x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, name[:64])])


def _usage(*, signs: bool) -> x509.KeyUsage:
    return x509.KeyUsage(
        digital_signature=not signs,
        content_commitment=False,
        key_encipherment=False,
        data_encipherment=False,
        key_agreement=False,
        key_cert_sign=signs,
        crl_sign=signs,
        encipher_only=False,
        decipher_only=False,
    )


def _secret(key: ec.EllipticCurvePrivateKey) -> bytes:
    return key.private_bytes(Encoding.PEM, PrivateFormat.PKCS8, NoEncryption())


def _write(file: Path, content: bytes) -> None:
    making = file.with_name(f".{file.name}.making")
    making.write_bytes(content)
    making.chmod(0o600)
    making.replace(file)
