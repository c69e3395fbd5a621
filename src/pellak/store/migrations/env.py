"""Run migrations on the connection the database hands over."""

from alembic import context

from pellak.store.tables import Base

context.configure(
    connection=context.config.attributes["connection"],
    target_metadata=Base.metadata,
    render_as_batch=True,
)
with context.begin_transaction():
    context.run_migrations()
