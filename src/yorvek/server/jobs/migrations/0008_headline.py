"""What the list of jobs says of each."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("jobs", "0007_one_table")]
    operations = [migrations.AddField("job", "headline", models.JSONField(null=True))]
