"""Changes of the stock book are counted."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("accounts", "0002_failures")]
    operations = [migrations.AddField("shop", "stock_version", models.PositiveIntegerField(default=1))]
