-- Spreads kitchens over the machines of a Citus cluster, once the tables are there (a server has been started on the
-- coordinator). Every key begins with the kitchen, so all rows of a kitchen lie on one machine, and every transaction
-- of a kitchen runs there alone.
SELECT create_distributed_table('kitchens', 'id');
SELECT create_distributed_table('fridge_readings', 'kitchen_id', colocate_with => 'kitchens');
SELECT create_distributed_table('own_ingredients', 'kitchen_id', colocate_with => 'kitchens');
SELECT create_distributed_table('own_ingredient_revisions', 'kitchen_id', colocate_with => 'kitchens');
SELECT create_distributed_table('set_aside', 'kitchen_id', colocate_with => 'kitchens');
SELECT create_distributed_table('batches', 'kitchen_id', colocate_with => 'kitchens');
SELECT create_distributed_table('batch_events', 'kitchen_id', colocate_with => 'kitchens');
SELECT create_distributed_table('idempotency_keys', 'kitchen_id', colocate_with => 'kitchens');
SELECT create_distributed_table('recipes', 'kitchen_id', colocate_with => 'kitchens');
SELECT create_distributed_table('recipe_versions', 'kitchen_id', colocate_with => 'kitchens');
SELECT create_distributed_table('plans', 'kitchen_id', colocate_with => 'kitchens');
