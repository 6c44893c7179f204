"""The API described as it answers: what OpenAPI says of it is made from the routes, and what the routes do not know is put right here."""

from typing import Any

from fastapi import FastAPI

A_TIME = r"^\d\d:\d\d(:\d\d([.]\d+)?)?$"


def describe(app: FastAPI) -> None:
    """Have the application describe itself so: refusals are problem documents, and a time of day knows no zone."""
    from_the_routes = app.openapi

    def openapi() -> dict[str, Any]:
        if app.openapi_schema is None:
            schema = from_the_routes()
            for where, path in schema["paths"].items():
                for operation in path.values():
                    _as_a_file(where, operation["responses"])
                    for status, answer in operation["responses"].items():
                        content = answer.get("content", {})
                        if status >= "400" and "application/json" in content:
                            content["application/problem+json"] = content.pop("application/json")
            _without_zones(schema)
            app.openapi_schema = schema
        return app.openapi_schema

    app.openapi = openapi  # type: ignore[method-assign]


FILES = {"ics": "text/calendar", "pdf": "application/pdf", "zip": "application/zip", "png": "image/png", "csv": "text/csv", "svg": "image/svg+xml", "crt": "application/x-x509-ca-cert"}  # fmt: skip


def _as_a_file(where: str, answers: dict[str, Any]) -> None:
    """A route that answers with a file says so by how its path ends."""
    kind = FILES.get(where.replace("/", ".").rsplit(".", 1)[-1])
    content = answers.get("200", {}).get("content", {})
    if kind is not None and content.get("application/json", {}).get("schema") == {}:
        content[kind] = {"schema": {"type": "string", "format": "binary"}}
        del content["application/json"]


def _without_zones(said: Any) -> None:
    """A time of day in a schema as it is sent; the format of that name asks for a zone."""
    if isinstance(said, dict):
        if said.get("format") == "time":
            del said["format"]
            said["pattern"] = A_TIME
        for inner in said.values():
            _without_zones(inner)
    elif isinstance(said, list):
        for inner in said:
            _without_zones(inner)
