"""How the application is served: settings of gunicorn, and the worker that it watches over.

gunicorn starts, counts and replaces the processes. In each of them waitress reads requests: one loop takes in heads and
bodies of all connections, and a thread is only asked once a request is there whole. So neither slow heads nor slow bodies keep
a thread that others need; gunicorn's own threads each wait for one connection (measured: docs/operations.md).

    gunicorn "ryokan.wsgi:application()" --config python:ryokan.serving --workers 2
"""

from __future__ import annotations

import os
from typing import Any

from gunicorn.workers.base import Worker
from waitress import wasyncore
from waitress.server import create_server

from ryokan.web.limits import MOST_BODY_BYTES

# Read by gunicorn, by these names.
preload_app = True  # the schemas of the models are made once, and processes share what they read
worker_class = "ryokan.serving.ReadsFirst"
threads = 16  # requests that are worked on at once in a process; each costs a core for its time
timeout = 60
graceful_timeout = 5
loglevel = "warning"
control_socket_disable = True

CONNECTIONS = 1000  # open at once in a process; more wait to be accepted
IDLE_S = 60  # a connection on which nothing has come for so long is closed
LOOP_S = 0.25


class ReadsFirst(Worker):  # type: ignore[misc]  # gunicorn has no types
    """One process: waitress on the sockets that gunicorn listens on."""

    def run(self) -> None:
        """Serve until gunicorn says to stop or is gone."""
        connections: dict[int, Any] = {}
        proxy = os.environ.get("RYOKAN_PROXY")
        behind = {"trusted_proxy": proxy, "trusted_proxy_headers": {"x-forwarded-for"}} if proxy else {}
        server = create_server(
            self.wsgi,
            map=connections,
            sockets=[listener.sock for listener in self.sockets],
            threads=self.cfg.threads,
            connection_limit=CONNECTIONS,
            channel_timeout=IDLE_S,
            max_request_body_size=MOST_BODY_BYTES,
            asyncore_use_poll=True,
            url_scheme="https" if os.environ.get("RYOKAN_HTTPS") == "1" else "http",
            ident=None,
            **behind,
        )
        while self.alive and os.getppid() == self.ppid:
            self.notify()
            wasyncore.loop(timeout=LOOP_S, map=connections, use_poll=True, count=1)
        server.task_dispatcher.shutdown(cancel_pending=True, timeout=self.cfg.graceful_timeout)
        wasyncore.close_all(connections)
