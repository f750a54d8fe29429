using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace SturdyTinker.Store.Migrations
{
    /// <inheritdoc />
    public partial class MarkLabelsQualification : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "TakenOver",
                table: "Visits",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "StrangersSee",
                table: "Trailers",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'shop'");

            migrationBuilder.AddColumn<Guid>(
                name: "MarkId",
                table: "Settings",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Qualification",
                table: "People",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "ShopMarks",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    Picture = table.Column<byte[]>(type: "BLOB", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ShopMarks", x => x.Id);
                });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "ShopMarks");

            migrationBuilder.DropColumn(
                name: "TakenOver",
                table: "Visits");

            migrationBuilder.DropColumn(
                name: "StrangersSee",
                table: "Trailers");

            migrationBuilder.DropColumn(
                name: "MarkId",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "Qualification",
                table: "People");
        }
    }
}
